<script setup lang="ts">
import { quarter } from '../instruments/tape/scale'
import { now } from '../shared/useClock'
import { useBuild } from './useBuild'

/** On a telephone the moment stays in reach while the films above it are looked at. */
defineProps<{ at: number; from: number; to: number; clock: string }>()
const store = useBuild()
</script>

<template>
  <div class="moment-bar no-print">
    <button type="button" class="act" aria-label="Event before" @click="store.toEvent(-1)">‹</button>
    <div class="slide">
      <output class="figure">{{ clock }}</output>
      <input
        type="range"
        aria-label="The moment"
        :min="from"
        :max="to"
        :step="quarter"
        :value="at"
        :aria-valuetext="clock"
        @input="store.moveTo(Number(($event.target as HTMLInputElement).value))"
      />
    </div>
    <button type="button" class="act" aria-label="Next event" @click="store.toEvent(1)">›</button>
    <button type="button" class="act" :disabled="at === now" @click="store.toNow()">Now</button>
  </div>
</template>

<style scoped>
.moment-bar {
  position: sticky;
  z-index: 6;
  bottom: 48px; /* above the places */
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr) 44px auto;
  gap: 4px;
  align-items: center;
  padding: 4px 8px;
  background: var(--raised);
  border-top: 2px solid var(--ink);
}
.act {
  min-height: 48px;
  padding: 0 8px;
  font-size: 18px;
}
.slide {
  display: grid;
}
output {
  margin-bottom: -12px;
  font-size: 15px;
  font-weight: 700;
}
input {
  width: 100%;
  height: 44px;
  margin: 0;
  accent-color: var(--ink);
}
@media (min-width: 641px) {
  .moment-bar {
    display: none;
  }
}
</style>
