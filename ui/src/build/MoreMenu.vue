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
    <v-list role="menu" aria-label="More">
      <template v-if="narrow">
        <v-list-item role="menuitem" title="The plan: room, evenings, zones, products" @click="emit('sheet', 'plan')" />
        <v-list-item role="menuitem" title="Search" @click="emit('sheet', 'search')" />
      </template>
      <v-list-item
        v-if="store.build?.redoes"
        role="menuitem"
        :title="`Redo: ${store.build.redoes}`"
        @click="store.redo()"
      />
      <v-list-item
        role="menuitem"
        :to="{ name: 'rescue', params: { slug: store.build?.slug }, query: { zone: store.zoneId } }"
        title="Something went wrong"
      />
      <v-list-item role="menuitem" title="History" @click="emit('sheet', 'history')" />
      <v-list-item role="menuitem" title="Why it is ready then" @click="emit('sheet', 'finish')" />
      <v-list-item role="menuitem" :to="{ name: 'print', params: { slug: store.build?.slug } }" title="On paper" />
      <v-list-item role="menuitem" :href="`/api/builds/${store.build?.slug}/plan`" title="Save the plan file" />
      <v-divider />
      <v-list-item
        role="menuitem"
        :title="units.temperature.value === 'C' ? 'In °F' : 'In °C'"
        @click="units.temperature.value = units.temperature.value === 'C' ? 'F' : 'C'"
      />
      <v-list-item role="menuitem" :title="night ? 'Day' : 'Night'" @click="night = !night" />
      <v-list-item role="menuitem" title="Keys" @click="emit('keys')" />
    </v-list>
  </v-menu>
</template>
