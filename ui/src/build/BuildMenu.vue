<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { ref } from 'vue'

import { api } from '../api'
import { useNight } from '../shared/useNight'
import { useUnits } from '../shared/useUnits'
import type { Listed } from '../wire'
import { useBuild } from './useBuild'

/** The menu of builds, laid to the element that opens it. */
defineProps<{ target: string }>()
const narrow = useMediaQuery('(max-width: 1000px)') // where the bar has no room for them
const night = useNight()
const units = useUnits()
const store = useBuild()
const emit = defineEmits<{ close: []; keys: []; sheet: [sheet: typeof store.sheet] }>()
const builds = ref<Listed[]>([])
api.builds().then((list) => (builds.value = list.builds.filter((b) => !b.away)), store.tell)
</script>

<template>
  <v-menu model-value :target="target" @update:model-value="emit('close')">
    <v-list aria-label="Builds">
      <v-list-item title="Why it is ready then" @click="emit('sheet', 'finish')" />
      <template v-if="narrow">
        <v-list-item :to="{ name: 'build', params: { slug: store.build?.slug } }" title="Route" />
        <v-list-item :to="{ name: 'washes', params: { slug: store.build?.slug } }" title="Washes" />
        <v-list-item :to="{ name: 'look', params: { slug: store.build?.slug } }" title="Look" />
        <v-list-item title="The plan: room, evenings, zones, products" @click="emit('sheet', 'plan')" />
        <v-list-item title="History" @click="emit('sheet', 'history')" />
        <v-list-item title="Search" @click="emit('sheet', 'search')" />
        <v-list-item :to="{ name: 'print', params: { slug: store.build?.slug } }" title="On paper" />
        <v-list-item :href="`/api/builds/${store.build?.slug}/plan`" title="Save the plan file" />
        <v-list-item
          :title="units.temperature.value === 'C' ? 'In °F' : 'In °C'"
          @click="units.temperature.value = units.temperature.value === 'C' ? 'F' : 'C'"
        />
        <v-list-item :title="night ? 'Day' : 'Night'" @click="night = !night" />
        <v-list-item title="Keys" @click="emit('keys')" />
      </template>
      <v-divider />
      <v-list-item
        v-for="b in builds"
        :key="b.slug"
        :to="{ name: 'build', params: { slug: b.slug } }"
        :title="b.name"
      />
      <v-list-item to="/builds" title="All builds" />
      <v-list-item to="/new" title="New build" />
      <v-list-item to="/shelf" title="Shelf" />
      <v-list-item to="/workings" title="Workings" />
      <v-list-item to="/keeping" title="Safekeeping" />
    </v-list>
  </v-menu>
</template>
