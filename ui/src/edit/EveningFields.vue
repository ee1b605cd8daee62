<script setup lang="ts">
import MomentField from '../shared/MomentField.vue'
import type { SettingsForm } from './settings'
import { useTrade } from './useTrade'
import WeekPaint from './WeekPaint.vue'

/** When the bench is open: weekly hours, and single days that are otherwise. */
const f = defineModel<SettingsForm>({ required: true })
const trade = useTrade()
</script>

<template>
  <v-combobox v-model="f.timezone" label="Time zone" :items="trade?.timezones ?? []" />
  <WeekPaint v-model="f.sessions" />
  <h3>Single days</h3>
  <div v-for="(x, i) in f.exceptions" :key="i" class="session">
    <MomentField v-model="x.date" label="Day" :timezone="f.timezone" day />
    <v-text-field v-model="x.from" label="From" placeholder="closed" persistent-placeholder />
    <v-text-field v-model="x.to" label="To" placeholder="closed" persistent-placeholder />
    <v-btn variant="outlined" @click="f.exceptions.splice(i, 1)">Remove</v-btn>
  </div>
  <v-btn variant="outlined" @click="f.exceptions.push({ date: null, from: '', to: '', note: '' })"
    >Add a day off, or other hours</v-btn
  >
</template>

<style scoped>
.session {
  display: grid;
  grid-template-columns: 1fr 100px 100px auto;
  gap: 10px;
  align-items: start;
}
</style>
