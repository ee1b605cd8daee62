<script setup lang="ts">
defineProps<{ paint: string; line: string }>()
</script>

<!-- A line and two rivets in a wash's colour on the paint. -->
<template>
  <svg viewBox="0 0 60 44" width="100%" height="44" preserveAspectRatio="none" aria-hidden="true">
    <rect width="60" height="44" :fill="paint" />
    <path d="M0 22H60M38 0V44" :stroke="line" stroke-width="2" fill="none" />
    <circle cx="14" cy="12" r="1.600" :fill="line" />
    <circle cx="26" cy="12" r="1.600" :fill="line" />
  </svg>
</template>
