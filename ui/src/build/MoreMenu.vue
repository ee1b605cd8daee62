<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'

import { useNight } from '../shared/useNight'
import { useUnits } from '../shared/useUnits'
import { useBuild } from './useBuild'

/** What one does to a build less often, and what the bar has no room for. */
defineProps<{ target: string }>()
const narrow = useMediaQuery('(max-width: 1000px)') // where the bar has no room for them
const night = useNight()
const units = useUnits()
const store = useBuild()
const emit = defineEmits<{ close: []; keys: []; sheet: [sheet: typeof store.sheet] }>()
</script>

<template>
  <v-menu model-value :target="target" @update:model-value="emit('close')">
    <v-list role="group" aria-label="More">
      <template v-if="narrow">
        <v-list-item title="The plan: room, evenings, zones, products" @click="emit('sheet', 'plan')" />
        <v-list-item title="Search" @click="emit('sheet', 'search')" />
      </template>
      <v-list-item
        :title="store.build?.redoes ? `Redo: ${store.build.redoes}` : 'Nothing to redo'"
        :disabled="!store.build?.redoes || store.busy"
        @click="store.redo()"
      />
      <v-list-item title="History" @click="emit('sheet', 'history')" />
      <v-list-item title="Why it is ready then" @click="emit('sheet', 'finish')" />
      <v-list-item :to="{ name: 'print', params: { slug: store.build?.slug } }" title="On paper" />
      <v-list-item :href="`/api/builds/${store.build?.slug}/plan`" title="Save the plan file" />
      <v-divider />
      <v-list-item
        :title="units.temperature.value === 'C' ? 'In °F' : 'In °C'"
        @click="units.temperature.value = units.temperature.value === 'C' ? 'F' : 'C'"
      />
      <v-list-item :title="night ? 'Day' : 'Night'" @click="night = !night" />
      <v-list-item title="Keys" @click="emit('keys')" />
    </v-list>
  </v-menu>
</template>
