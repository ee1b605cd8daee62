<script setup lang="ts">
import type { Wish } from '../wire'

/** The cloth and the stroke of a wipe, as small drawings. */
defineProps<{ strokes: readonly Wish[] }>()
const cloth = defineModel<string>('cloth', { required: true })
const stroke = defineModel<string>('stroke', { required: true })

const cloths = [
  { id: 'dry', words: 'dry' },
  { id: 'damp', words: 'damp' },
  { id: 'wet', words: 'wet' },
]
const drops: Record<string, string> = {
  dry: '',
  damp: 'M20 19q-3 4 0 6 3-2 0-6z',
  wet: 'M12 18q-3 4 0 6 3-2 0-6zM20 20q-3 4 0 6 3-2 0-6zM28 18q-3 4 0 6 3-2 0-6z',
}
const ways: Record<string, string> = {
  airflow: 'M4 20 36 20M4 12 36 12M30 8l6 4-6 4M30 16l6 4-6 4',
  'across-then-airflow': 'M10 4v20m-4-4 4 5 4-5M18 15h18m-6-5 6 5-6 5',
  circular: 'M20 5a10 10 0 1 0 10 10M26 14l4-1 1 4',
}
const fallback = 'M4 22q8-16 16-8t16-8'
</script>

<template>
  <div class="cloths">
    <div>
      <span class="plate">Cloth</span>
      <div class="set" role="group" aria-label="Cloth">
        <button v-for="c in cloths" :key="c.id" type="button" :aria-pressed="cloth === c.id" @click="cloth = c.id">
          <svg width="40" height="30" viewBox="0 0 40 30" aria-hidden="true">
            <path d="M4 6q16-6 32 0v8q-4 4-8 1t-8 1-8-1-8-1z" class="rag" />
            <path :d="drops[c.id]" class="wet" />
          </svg>
          {{ c.words }}
        </button>
      </div>
    </div>
    <div>
      <span class="plate">Stroke</span>
      <div class="set" role="group" aria-label="Stroke">
        <button v-for="s in strokes" :key="s.id" type="button" :aria-pressed="stroke === s.id" @click="stroke = s.id">
          <svg width="40" height="30" viewBox="0 0 40 30" aria-hidden="true">
            <path :d="ways[s.id] ?? fallback" class="way" />
          </svg>
          {{ s.words }}
        </button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.cloths {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
}
.set {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
button {
  display: grid;
  justify-items: center;
  min-width: 64px;
  min-height: 56px;
  padding: 4px 8px;
  border: 0;
  border-bottom: 2px solid var(--line);
  background: none;
  color: inherit;
  font: 14px var(--v-font-body);
  cursor: pointer;
}
button[aria-pressed='true'] {
  border-color: var(--ink);
  background: var(--sheet);
  font-weight: 600;
}
.rag {
  fill: var(--fold);
  stroke: var(--ink);
}
.wet {
  fill: var(--note);
}
.way {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
</style>
