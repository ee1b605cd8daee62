<script setup lang="ts">
import SparrowMark from './SparrowMark.vue'

defineProps<{ words?: string }>()
</script>

<template>
  <main class="empty">
    <SparrowMark :size="72" />
    <h1>{{ words ?? 'There is nothing at this address.' }}</h1>
    <p><RouterLink to="/builds">See the builds</RouterLink></p>
  </main>
</template>
