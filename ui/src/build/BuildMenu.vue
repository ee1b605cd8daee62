<script setup lang="ts">
import { ref } from 'vue'

import { api } from '../api'
import type { Listed } from '../wire'
import { useBuild } from './useBuild'

/** The menu of builds, laid to the element that opens it. */
defineProps<{ target: string }>()
const store = useBuild()
const emit = defineEmits<{ close: [] }>()
const builds = ref<Listed[]>([])
api.builds().then((list) => (builds.value = list.builds.filter((b) => !b.away)), store.tell)
</script>

<template>
  <v-menu model-value :target="target" @update:model-value="emit('close')">
    <v-list role="menu" aria-label="Builds">
      <v-list-item
        v-for="b in builds"
        :key="b.slug"
        role="menuitem"
        :to="{ name: 'build', params: { slug: b.slug } }"
        :title="b.name"
      />
      <v-list-item role="menuitem" to="/builds" title="All builds" />
      <v-list-item role="menuitem" to="/new" title="New build" />
      <v-list-item role="menuitem" to="/shelf" title="Shelf" />
      <v-list-item role="menuitem" to="/workings" title="Workings" />
      <v-list-item role="menuitem" to="/keeping" title="Safekeeping" />
    </v-list>
  </v-menu>
</template>
