<script setup lang="ts">
import { computed } from 'vue'

import type { PlanService } from '../wire'
import { useTrade } from './useTrade'

/** How the aircraft was kept, and where the modeller overrules what that asks for. */
const service = defineModel<PlanService>({ required: true })
const trade = useTrade()
const list = (of: { id: string; words: string }[] | undefined) => [
  { value: '', title: 'not said' },
  ...(of ?? []).map((w) => ({ value: w.id, title: w.words })),
]
const places = computed(() => list(trade.value?.places))
const shelters = computed(() => list(trade.value?.shelters))
const cares = computed(() => list(trade.value?.cares))
const combats = computed(() => list(trade.value?.combats))
const readings = computed(() => [
  { value: '', title: 'as the service asks' },
  ...(trade.value?.readings ?? []).filter((r) => r !== 'lost').map((r) => ({ value: r, title: r })),
])
const put = (key: keyof PlanService, v: string | number | undefined) =>
  (service.value = { ...service.value, [key]: v === '' || v === null ? undefined : v })
const number = (v: string) => (v === '' || v === null ? undefined : Number(v))
</script>

<template>
  <div class="three">
    <v-select
      :model-value="service.place ?? ''"
      label="Based on"
      :items="places"
      @update:model-value="(v: string) => put('place', v)"
    />
    <v-select
      :model-value="service.shelter ?? ''"
      label="Parked"
      :items="shelters"
      @update:model-value="(v: string) => put('shelter', v)"
    />
    <v-text-field
      :model-value="service.months ?? ''"
      label="Months in service"
      type="number"
      min="0"
      max="600"
      @update:model-value="(v: string) => put('months', number(v))"
    />
  </div>
  <div class="pair">
    <v-select
      :model-value="service.care ?? ''"
      label="Looked after"
      :items="cares"
      @update:model-value="(v: string) => put('care', v)"
    />
    <v-select
      :model-value="service.combat ?? ''"
      label="Action"
      :items="combats"
      @update:model-value="(v: string) => put('combat', v)"
    />
  </div>
  <div class="pair">
    <v-select
      :model-value="service.shading ?? ''"
      label="Shading shall read"
      :items="readings"
      @update:model-value="(v: string) => put('shading', v)"
    />
    <v-select
      :model-value="service.stain ?? ''"
      label="Stains shall read"
      :items="readings"
      @update:model-value="(v: string) => put('stain', v)"
    />
    <v-text-field
      :model-value="service.chips_pct ?? ''"
      label="Chipped, % of the skin"
      type="number"
      min="0"
      max="60"
      step="0.1"
      placeholder="as the service asks"
      persistent-placeholder
      @update:model-value="(v: string) => put('chips_pct', number(v))"
    />
    <v-text-field
      :model-value="service.fade ?? ''"
      label="Faded by, as a colour difference"
      type="number"
      min="0"
      max="40"
      step="0.1"
      placeholder="as the service asks"
      persistent-placeholder
      @update:model-value="(v: string) => put('fade', number(v))"
    />
  </div>
  <p class="soft small">
    How it was kept says how strong shading, chips, stains and fading should be; each can be overruled. The school of
    strength scales all of them.
  </p>
</template>

<style scoped>
.small {
  font-size: 13px;
}
</style>
