<script setup lang="ts">
import { computed } from 'vue'

import type { Odds } from '../../wire'

/** How the danger fades as the films below grow older: the hatch stands as thick as harm is likely. Its hours lie on a log scale. */
const props = defineProps<{ slope: readonly Odds[]; at: number }>()

const width = 290
const high = 16
const ms = (t: string) => Date.parse(t)
const from = computed(() => ms(props.slope[0]?.at ?? '') - 10 * 60_000)
const to = computed(() => ms(props.slope.at(-1)?.at ?? ''))
const age = (t: number) => Math.log(Math.max(10 * 60_000, t - from.value))
const x = (t: number) => {
  const [a, b] = [age(from.value), age(to.value)]
  return b > a ? ((age(t) - a) / (b - a)) * width : 0
}
const stops = computed(() => props.slope.map((s) => ({ at: x(ms(s.at)) / width, opacity: s.chance })))
const hour = 3_600_000
const marks = computed(() =>
  [
    { words: '1 h', after: hour },
    { words: '6 h', after: 6 * hour },
    { words: '1 d', after: 24 * hour },
    { words: '3 d', after: 72 * hour },
    { words: '1 wk', after: 168 * hour },
    { words: '3 wk', after: 504 * hour },
  ]
    .filter((m) => from.value + m.after < to.value)
    .map((m) => ({ ...m, x: x(from.value + m.after) }))
    .filter((m) => m.x < width - 14),
)
const here = computed(() => Math.max(1, Math.min(width - 1, x(props.at))))
/** What is said of it, for who does not see it. */
const words = computed(() => {
  const likely = props.slope.filter((s, i) => s.words !== props.slope[i - 1]?.words)
  return likely.map((s) => `${s.words} after ${Math.round((ms(s.at) - from.value) / hour)} hours`).join(', ')
})
</script>

<template>
  <figure
    v-if="slope.length"
    class="slope"
    role="img"
    :aria-label="`How likely harm is as the films grow older: ${words}`"
  >
    <svg :viewBox="`0 0 ${width} ${high + 14}`" width="100%" aria-hidden="true">
      <defs>
        <pattern id="danger" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="5" class="danger" />
        </pattern>
        <linearGradient id="fades">
          <stop v-for="s in stops" :key="s.at" :offset="s.at" stop-color="#fff" :stop-opacity="s.opacity" />
        </linearGradient>
        <mask id="as-likely"><rect x="0" y="0" :width="width" :height="high" fill="url(#fades)" /></mask>
      </defs>
      <rect x="0" y="0" :width="width" :height="high" class="ground" />
      <g mask="url(#as-likely)">
        <rect x="0" y="0" :width="width" :height="high" class="under" />
        <rect x="0" y="0" :width="width" :height="high" fill="url(#danger)" />
      </g>
      <g v-for="m in marks" :key="m.words">
        <line :x1="m.x" :x2="m.x" :y1="high - 3" :y2="high" class="tick" />
        <text :x="m.x" :y="high + 11" text-anchor="middle">{{ m.words }}</text>
      </g>
      <path :d="`M${here} 0V${high}M${here - 4} 0h8l-4 5z`" class="here" />
    </svg>
  </figure>
</template>

<style scoped>
.slope {
  margin: 6px 0 0;
}
.ground {
  fill: var(--raised);
}
.under {
  fill: var(--bite);
  fill-opacity: 0.22;
}
.danger {
  stroke: var(--bite);
  stroke-width: 2;
}
.tick {
  stroke: var(--soft);
}
.here {
  stroke: var(--ink);
  fill: var(--ink);
  stroke-width: 1.5;
}
text {
  font: 400 10px var(--v-font-body);
  fill: var(--soft);
}
</style>
