<script setup lang="ts">
import { computed } from 'vue'

import MomentField from '../shared/MomentField.vue'
import type { SettingsForm } from './settings'
import { useTrade } from './useTrade'
import WeekPaint from './WeekPaint.vue'

/** When the bench is open: weekly hours, and single days that are otherwise. */
const f = defineModel<SettingsForm>({ required: true })
const trade = useTrade()
const kept = computed(() => (trade.value?.sprayed ?? []).map((x) => ({ title: x.words, value: x.id })))
const another = () =>
  f.value.airbrushes.push({
    name: f.value.airbrushes.length ? `Airbrush ${f.value.airbrushes.length + 1}` : 'First',
    for: [],
  })
</script>

<template>
  <v-combobox v-model="f.timezone" label="Time zone" :items="trade?.timezones ?? []" />
  <WeekPaint v-model="f.sessions" />
  <h3>Single days</h3>
  <div v-for="(x, i) in f.exceptions" :key="i" class="session">
    <MomentField v-model="x.date" label="Day" :timezone="f.timezone" day />
    <v-text-field v-model="x.from" label="From" placeholder="closed" persistent-placeholder />
    <v-text-field v-model="x.to" label="To" placeholder="closed" persistent-placeholder />
    <v-checkbox
      :model-value="x.hands > 1"
      label="two of us"
      :disabled="!x.from"
      @update:model-value="(on) => (x.hands = on ? 2 : 1)"
    />
    <v-btn variant="outlined" @click="f.exceptions.splice(i, 1)">Remove</v-btn>
  </div>
  <v-btn variant="outlined" @click="f.exceptions.push({ date: null, from: '', to: '', note: '', hands: 1 })"
    >Add a day off, or other hours</v-btn
  >
  <h3>Airbrushes</h3>
  <p class="soft small">
    One, where none is named. Of several, each is kept for some paints, and the first sprays the rest: no flush lies
    between two airbrushes. There is one booth.
  </p>
  <div v-for="(x, i) in f.airbrushes" :key="i" class="session brush">
    <v-text-field v-model="x.name" label="Airbrush" />
    <v-select v-model="x.for" label="Kept for" :items="kept" multiple />
    <v-btn variant="outlined" @click="f.airbrushes.splice(i, 1)">Remove</v-btn>
  </div>
  <v-btn variant="outlined" @click="another">Add an airbrush</v-btn>
  <h3>Racks</h3>
  <p class="soft small">
    As many as there are pieces, where they are not counted. A piece is the model, or a part that is finished apart; it
    keeps its rack until its coat is touch-dry.
  </p>
  <v-text-field
    v-model="f.racks"
    label="Pieces that can stand drying at once"
    type="number"
    min="1"
    max="100"
    placeholder="not counted"
    persistent-placeholder
    class="racks"
  />
</template>

<style scoped>
.session {
  display: grid;
  grid-template-columns: 1fr 100px 100px auto auto;
  gap: 10px;
  align-items: start;
}
.racks {
  max-width: 420px;
}
.brush {
  grid-template-columns: minmax(120px, 1fr) 2fr auto;
}
@media (max-width: 640px) {
  .session {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
