<script setup lang="ts">
import { computed } from 'vue'

import type { StepForm } from './stepForm'
import { useTrade } from './useTrade'

/** The decals of a step, one a row. */
const decals = defineModel<StepForm['decals']>({ required: true })
const trade = useTrade()
const grounds = computed(() => trade.value?.grounds.map((g) => ({ value: g.id, title: g.words })) ?? [])
</script>

<template>
  <fieldset class="decals">
    <legend>The decals</legend>
    <div class="list">
      <div v-for="(d, i) in decals" :key="i" class="decal">
        <v-text-field v-model="d.name" label="Which" />
        <v-text-field v-model="d.width" label="Wide, mm" type="number" min="0.5" step="any" />
        <v-text-field v-model="d.height" label="High, mm" type="number" min="0.5" step="any" />
        <v-text-field v-model="d.count" label="How many" type="number" min="1" />
        <v-select v-model="d.over" label="Over" :items="grounds" />
        <v-text-field
          v-model="d.film"
          label="Film, µm"
          type="number"
          min="1"
          max="100"
          placeholder="usual"
          persistent-placeholder
        />
        <v-checkbox v-model="d.painted" label="painted" hide-details />
        <v-btn variant="outlined" :aria-label="`Remove ${d.name || 'the decal'}`" @click="decals.splice(i, 1)"
          >Remove</v-btn
        >
      </div>
    </div>
    <v-btn
      variant="outlined"
      @click="
        decals.push({
          name: `Decal ${decals.length + 1}`,
          width: '12',
          height: '12',
          over: 'smooth',
          count: '1',
          painted: false,
          film: '',
        })
      "
      >Add a decal</v-btn
    >
  </fieldset>
</template>

<style scoped>
.list {
  display: grid;
  gap: 8px;
  max-height: 34vh;
  overflow-y: auto;
  padding-top: 6px;
}
.decals {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 8px;
}
.decals legend {
  font-weight: 600;
  padding-bottom: 6px;
}
.decal {
  display: grid;
  grid-template-columns: 1.6fr 1fr 1fr 1fr;
  gap: 8px;
  align-items: center;
  padding-bottom: 8px;
  border-bottom: 1px solid var(--line);
}
@media (max-width: 640px) {
  .decal {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
