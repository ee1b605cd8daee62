<script setup lang="ts">
import MomentField from '../shared/MomentField.vue'
import { useUnits } from '../shared/useUnits'
import type { SettingsForm } from './settings'

/** What a build is called, when it is wanted, and the air of its room. */
const f = defineModel<SettingsForm>({ required: true })
const units = useUnits()
</script>

<template>
  <div class="pair">
    <v-text-field v-model="f.name" label="Name" /><v-text-field
      v-model="f.scale"
      label="Scale, 1 to"
      type="number"
      min="1"
      max="1000"
    />
  </div>
  <div class="pair">
    <MomentField v-model="f.start" label="Begun" :timezone="f.timezone" />
    <MomentField v-model="f.wanted" label="Wanted on" :timezone="f.timezone" day hint="Empty: whenever it is ready." />
  </div>
  <v-select
    v-if="f.wanted"
    v-model="f.matters"
    label="A day late, against one of another build"
    :items="[
      { title: 'counts as much', value: 1 },
      { title: 'counts three times as much', value: 3 },
      { title: 'counts nine times as much', value: 9 },
    ]"
  />
  <div class="pair">
    <v-text-field v-model="f.temperature" :label="`Room, °${units.temperature.value}`" type="number" step="0.5" />
    <v-text-field v-model="f.humidity" label="Humidity, %" type="number" min="0" max="100" />
  </div>
  <v-checkbox v-model="f.atNight" label="Another air at night" hide-details />
  <div v-if="f.atNight" class="four">
    <v-text-field v-model="f.nightTemperature" :label="`Night, °${units.temperature.value}`" type="number" step="0.5" />
    <v-text-field v-model="f.nightHumidity" label="Humidity, %" type="number" />
    <v-text-field v-model="f.nightFrom" label="From" placeholder="23:00" />
    <v-text-field v-model="f.nightTo" label="To" placeholder="07:00" />
  </div>
  <div v-for="(x, i) in f.spells" :key="i" class="spell">
    <MomentField v-model="x.from" label="Other air from" :timezone="f.timezone" />
    <MomentField v-model="x.to" label="until" :timezone="f.timezone" />
    <v-text-field v-model="x.temperature" :label="`°${units.temperature.value}`" type="number" step="0.5" />
    <v-text-field v-model="x.humidity" label="%" type="number" min="0" max="100" />
    <v-btn variant="outlined" :aria-label="`Remove the spell from ${x.from}`" @click="f.spells.splice(i, 1)"
      >Remove</v-btn
    >
  </div>
  <v-btn
    variant="outlined"
    @click="f.spells.push({ from: f.start, to: null, temperature: f.temperature, humidity: f.humidity })"
    >Add a spell of other air</v-btn
  >
  <v-text-field v-model="f.by" label="Who builds it" maxlength="60" />
  <v-textarea v-model="f.note" label="Note" rows="1" auto-grow maxlength="5000" />
</template>

<style scoped>
.spell {
  display: grid;
  grid-template-columns: 1fr 1fr 84px 84px auto;
  gap: 10px;
}
</style>
