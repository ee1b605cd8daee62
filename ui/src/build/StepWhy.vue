<script setup lang="ts">
import { computed, nextTick, reactive, ref, watch } from 'vue'

import { api } from '../api'
import { rangeOf, useTrade } from '../edit/useTrade'
import StateMark from '../shared/StateMark.vue'
import { useNewest } from '../shared/useNewest'
import { useUnits } from '../shared/useUnits'
import type { Explain, Verge } from '../wire'
import HowSure from './HowSure.vue'
import { useBuild } from './useBuild'
import { watchPaced } from '../shared/watchPaced'

/** Where the step's time comes from, how sure it is, and what would be if. */
const props = defineProps<{ step: string }>()
const store = useBuild()
const units = useUnits()
const told = (words: string) => (store.said = words)
const emit = defineEmits<{ there: [] }>() // its answer is
const explained = useNewest<Explain>(told)
const explain = explained.value
const verges = useNewest<Verge>(told)
const verge = verges.value
const place = ref(0)
const q = reactive({ t: 21, rh: 50, age: 3, coats: 2, clear: 0, contact: 1 })

let there = false
watch(
  () => [props.step, store.build],
  async () => {
    const b = store.build
    if (!b) return
    const got = await explained.ask(() => api.explain(b.slug, props.step))
    if (got && !there) void nextTick(() => emit('there')) // once: a change of the build must not move what is read
    there ||= !!got
    if (got) choose(got.layers[0]?.place ?? 0)
  },
  { immediate: true },
)

function choose(p: number) {
  const l = explain.value?.layers.find((one) => one.place === p)
  place.value = p
  if (l)
    Object.assign(q, {
      t: within('t', l.temperature_c),
      rh: within('rh', l.humidity_pct),
      age: within('age', l.age_days),
      coats: within('coats', l.coats),
      clear: 0,
      contact: 1,
    })
}

watchPaced(
  () => [place.value, { ...q }],
  () => {
    const b = store.build
    if (b && place.value) void verges.ask(() => api.whatIf(b.slug, props.step, { place: place.value, ...q }))
    else verges.clear()
  },
  120,
  { deep: true },
)

const trade = useTrade()
const sliders = computed(() =>
  trade.value
    ? ([
        { key: 'age', label: 'Age of the film', unit: 'days' },
        { key: 'contact', label: 'Wetness, times the usual', unit: '×' },
        { key: 't', label: 'Room', unit: '°C' },
        { key: 'rh', label: 'Humidity', unit: '%' },
        { key: 'coats', label: 'Its coats', unit: '' },
        { key: 'clear', label: 'Coats of gloss over it', unit: '' },
      ] as const)
    : [],
)
/** A value within what its slider offers. */
function within(id: string, v: number) {
  const r = rangeOf(id)
  return trade.value ? Math.max(r.from, Math.min(r.to, v)) : v
}

const width = 320
const height = 110
const x = (contact: number) => 34 + Math.min(1, contact / (rangeOf('contact').to || 1)) * (width - 44)
const y = (days: number) => 8 + (1 - Math.min(1, days / (rangeOf('age').to || 1))) * (height - 30)
const border = computed(() =>
  (verge.value?.border ?? []).map((b, i) => `${i ? 'L' : 'M'}${x(b.contact)} ${y(b.days)}`).join(''),
)
const above = computed(() => {
  const b = verge.value?.border ?? []
  const [first, last] = [b[0], b.at(-1)]
  return first && last
    ? `${border.value}L${x(last.contact)} ${y(rangeOf('age').to)}L${x(first.contact)} ${y(rangeOf('age').to)}z`
    : ''
})
</script>

<template>
  <div v-if="explain" class="why">
    <ol>
      <li v-for="l in explain.lines" :key="l">{{ l }}</li>
    </ol>
    <template v-if="explain.weighed.length">
      <h3>What the date waits for</h3>
      <ul class="weighed">
        <li v-for="l in explain.weighed" :key="l">{{ l }}</li>
      </ul>
    </template>
    <HowSure :explain="explain" />

    <template v-if="explain.layers.length">
      <h3>What if</h3>
      <label v-if="explain.layers.length > 1" class="film"
        >Film
        <select :value="place" @change="choose(Number(($event.target as HTMLSelectElement).value))">
          <option v-for="l in explain.layers" :key="l.place" :value="l.place">{{ l.name }}</option>
        </select>
      </label>
      <div class="sliders">
        <label v-for="s in sliders" :key="s.key">
          <span>{{ s.label }}</span>
          <input
            v-model.number="q[s.key]"
            type="range"
            :min="rangeOf(s.key).from"
            :max="rangeOf(s.key).to"
            :step="rangeOf(s.key).step"
            :aria-valuetext="`${q[s.key]} ${s.unit}`"
          />
          <span class="figure">{{ s.unit === '°C' ? units.warmth(q[s.key]) : `${q[s.key]} ${s.unit}` }}</span>
        </label>
      </div>
      <template v-if="verge">
        <p class="verdict" aria-live="polite">
          <StateMark :state="verge.safe ? 'safe' : 'bite'" /> {{ verge.safe ? 'Safe.' : 'It bites.' }} {{ verge.words }}
        </p>
        <svg
          :viewBox="`0 0 ${width} ${height}`"
          width="100%"
          role="img"
          :aria-label="`Border between safe and bitten: ${verge.border.map((b) => `${b.contact} times as wet, ${b.days} days`).join('; ')}`"
        >
          <path :d="above" class="safe-side" />
          <path :d="border" class="border" />
          <line :x1="x(0)" :x2="x(4)" :y1="y(0)" :y2="y(0)" class="axis" />
          <line :x1="x(0)" :x2="x(0)" :y1="y(0)" :y2="y(rangeOf('age').to)" class="axis" />
          <text v-for="d in [0, 10, 20, 30]" :key="d" :x="30" :y="y(d) + 4" text-anchor="end">{{ d }} d</text>
          <text v-for="c in [1, 2, 3, 4]" :key="c" :x="x(c)" :y="height - 6" text-anchor="middle">{{ c }}×</text>
          <circle :cx="x(q.contact)" :cy="y(q.age)" r="5" :class="verge.safe ? 'dot-safe' : 'dot-bite'" />
        </svg>
        <p class="soft small">Age of the film against wetness of the step. Above the line it is safe.</p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.why {
  display: grid;
  gap: 8px;
  font-size: 14px;
}
ol {
  margin: 0;
  padding-left: 18px;
}
h3 {
  font-size: 16px;
}
.film select {
  margin-left: 8px;
  height: 32px;
  background: var(--raised);
  color: var(--ink);
  border: 1px solid var(--soft);
}
.sliders label {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) 74px;
  gap: 8px;
  align-items: center;
  min-height: 28px;
}
.sliders .figure {
  text-align: right;
}
input[type='range'] {
  accent-color: var(--action);
}
.safe-side {
  fill: var(--safe);
  fill-opacity: 0.16;
}
.border {
  fill: none;
  stroke: var(--safe);
  stroke-width: 2;
}
.axis {
  stroke: var(--soft);
}
text {
  font: 400 11px var(--v-font-body);
  fill: var(--soft);
}
.dot-safe {
  fill: var(--safe);
}
.dot-bite {
  fill: var(--bite);
}
</style>
