<script setup lang="ts">
import type { SettingsForm } from './settings'
import { useTrade } from './useTrade'

/** When the bench is open: weekly hours, and single days that are otherwise. */
const f = defineModel<SettingsForm>({ required: true })
const trade = useTrade()
const days = [
  { value: 'mon', title: 'Mon' },
  { value: 'tue', title: 'Tue' },
  { value: 'wed', title: 'Wed' },
  { value: 'thu', title: 'Thu' },
  { value: 'fri', title: 'Fri' },
  { value: 'sat', title: 'Sat' },
  { value: 'sun', title: 'Sun' },
]
</script>

<template>
  <v-combobox v-model="f.timezone" label="Time zone" :items="trade?.timezones ?? []" />
  <div v-for="(one, i) in f.sessions" :key="i" class="session">
    <v-select v-model="one.days" label="On" :items="days" multiple />
    <v-text-field v-model="one.from" label="From" placeholder="19:30" />
    <v-text-field v-model="one.to" label="To" placeholder="22:30" />
    <v-btn variant="outlined" @click="f.sessions.splice(i, 1)">Remove</v-btn>
  </div>
  <p v-if="!f.sessions.length" class="soft">No sessions: the bench counts as always open.</p>
  <v-btn
    variant="outlined"
    @click="f.sessions.push({ days: ['mon', 'tue', 'wed', 'thu', 'fri'], from: '19:30', to: '22:30' })"
    >Add weekly hours</v-btn
  >
  <h3>Single days</h3>
  <div v-for="(x, i) in f.exceptions" :key="i" class="session">
    <v-text-field v-model="x.date" label="Day" type="date" persistent-placeholder />
    <v-text-field v-model="x.from" label="From" placeholder="closed" persistent-placeholder />
    <v-text-field v-model="x.to" label="To" placeholder="closed" persistent-placeholder />
    <v-btn variant="outlined" @click="f.exceptions.splice(i, 1)">Remove</v-btn>
  </div>
  <v-btn variant="outlined" @click="f.exceptions.push({ date: '', from: '', to: '', note: '' })"
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
