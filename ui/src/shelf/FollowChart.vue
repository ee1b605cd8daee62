<script setup lang="ts">
import { computed } from 'vue'

import type { Follow } from '../wire'

/** What one product does to a film of another by its age: a row for each way of putting it on. Drawn from what the engine said. */
const props = defineProps<{ follow: Follow }>()

const left = 118
const cell = 19
const high = 22
const words: Record<string, string> = {
  safe: 'safe',
  wet: 'still wet',
  early: 'too early for a coat',
  soft: 'too soft to rub',
  wrinkles: 'wrinkles',
  bites: 'bites',
}
const width = computed(() => left + props.follow.ages.length * cell)
const height = computed(() => 20 + props.follow.rows.length * high)
// Each state has its own shape: a dot, a drop, a ring, a bar, a wave, a wedge.
const shape = (state: string, x: number, y: number) => {
  const c = x + cell / 2
  const m = y + high / 2
  if (state === 'bites') return `M${c - 5} ${m - 4}h10l-5 9z`
  if (state === 'wrinkles') return `M${c - 7} ${m + 3}l3.5 -7 3.5 6 3.5 -6 3.5 7 -3.500 -2 -3.500 3 -3.500 -3z`
  if (state === 'early')
    return `M${c - 5} ${m}a5 5 0 1 0 10 0a5 5 0 1 0 -10 0M${c - 2.5} ${m}a2.5 2.5 0 1 1 5 0a2.5 2.5 0 1 1 -5 0`
  if (state === 'soft') return `M${c - 5} ${m - 2}h10v4h-10z`
  if (state === 'wet') return `M${c} ${m - 6}q6 7 0 10q-6 -3 0 -10z`
  return `M${c - 3} ${m}a3 3 0 1 0 6 0a3 3 0 1 0 -6 0`
}
</script>

<template>
  <figure>
    <figcaption>
      <b>{{ follow.above }}</b> over <b>{{ follow.below }}</b>, by the age of the film below
    </figcaption>
    <p v-if="follow.words" class="soft">{{ follow.words }}</p>
    <svg v-else :viewBox="`0 0 ${width} ${height}`" width="100%" aria-hidden="true">
      <defs>
        <pattern id="chart-danger" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <line x1="0" y1="0" x2="0" y2="4" class="danger" />
        </pattern>
      </defs>
      <text v-for="(age, i) in follow.ages" :key="age" :x="left + i * cell + cell / 2" y="12" text-anchor="middle">
        {{ age.replace(' ', '') }}
      </text>
      <g v-for="(row, r) in follow.rows" :key="row.way">
        <line :x1="0" :x2="width" :y1="20 + r * high" :y2="20 + r * high" class="scribe" />
        <text :x="0" :y="20 + r * high + 15" class="way">{{ row.way }}</text>
        <g v-for="(state, i) in row.states" :key="i">
          <rect :x="left + i * cell" :y="21 + r * high" :width="cell - 1" :height="high - 2" class="ground" />
          <rect
            v-if="row.chances[i]"
            :x="left + i * cell"
            :y="21 + r * high"
            :width="cell - 1"
            :height="high - 2"
            fill="url(#chart-danger)"
            :opacity="row.chances[i]"
          />
          <path :d="shape(state, left + i * cell, 20 + r * high)" :class="state">
            <title>
              {{ follow.ages[i] }}: {{ words[state]
              }}{{ row.chances[i] ? `, ${Math.round(100 * row.chances[i])} of 100` : '' }}
            </title>
          </path>
        </g>
      </g>
    </svg>
    <p v-if="follow.rows.length" class="legend soft">
      <svg
        v-for="(word, state) in words"
        :key="state"
        :viewBox="`0 0 ${26 + word.length * 5.4} 22`"
        height="24"
        role="presentation"
      >
        <path :d="shape(state, 0, 0)" :class="state" />
        <text x="22" y="15">{{ word }}</text>
      </svg>
    </p>
    <p v-if="follow.rows.length" class="soft small">The thicker the hatch, the likelier harm is to show.</p>
    <ul v-if="follow.rows.length" class="from">
      <li v-for="row in follow.rows" :key="row.way">
        <span>{{ row.way }}</span><span class="figure">{{ row.safe }}</span>
      </li>
    </ul>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  display: grid;
  gap: 6px;
  max-width: 480px;
}
text {
  font: 400 10px var(--v-font-body);
  fill: var(--soft);
}
.way {
  font-size: 12.5px;
  fill: var(--ink);
}
.ground {
  fill: var(--raised);
}
.danger {
  stroke: var(--bite);
  stroke-width: 1.6;
  stroke-opacity: 0.7;
}
.scribe {
  stroke: var(--line);
}
path.safe {
  fill: var(--safe);
}
path.bites {
  fill: var(--bite);
}
path.early {
  fill: var(--wait);
  fill-rule: evenodd;
}
path.wrinkles {
  fill: var(--bite);
}
path.soft {
  fill: var(--wait);
}
path.wet {
  fill: var(--note);
}
.legend {
  display: flex;
  flex-wrap: wrap;
}
.legend text {
  font-size: 11px;
}
.from {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 14px;
}
.from li {
  display: flex;
  justify-content: space-between;
  border-bottom: 1px solid var(--line);
  padding: 2px 0;
}
</style>
