<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, reactive, ref } from 'vue'

import { api } from '../api'
import { rangeOf, tradeRead, useTrade } from '../edit/useTrade'
import StateMark from '../shared/StateMark.vue'
import { useNewest } from '../shared/useNewest'
import { useUnits } from '../shared/useUnits'
import type { Worked } from '../wire'

/** Small questions to the engine that one can move: a film hardening, a bite and its chance, a wipe; and whether what is said holds. */
const trade = useTrade()
const units = useUnits()
const what = ref<'harden' | 'bite' | 'chance' | 'wipe' | 'calibrated'>('harden')
const a = reactive({
  harden: 'enamel',
  bite: 'enamel',
  chance: 'enamel',
  calibrated: 'enamel',
  known: false,
  wipe: 'enamel-wash',
  coats: 2,
  t: 0,
  rh: 0,
  age: 2,
  liquid: 'white-spirit',
  way: 'pin-wash',
  sheen: 'gloss',
  cloth: 'damp',
})
// They begin in the usual room.
const ready = ref(false)
tradeRead().then(
  ({ usual }) => {
    a.t = usual.climate.temperature_c
    a.rh = usual.climate.humidity_pct
    ready.value = true
  },
  (e: unknown) => (problem.value = String(e instanceof Error ? e.message : e)),
)
const { value: said, problem, ask } = useNewest<Worked>()
watchDebounced(
  () => ({ ...a, what: what.value, ready: ready.value }),
  (q) => {
    const { harden, bite, wipe, chance, calibrated, ready: read, ...rest } = q
    if (!read) return
    const family = { harden, bite, wipe, chance, calibrated }[q.what]
    const all = Object.fromEntries(Object.entries({ ...rest, family }).map(([k, v]) => [k, String(v)]))
    void ask(() => api.worked(all))
  },
  { debounce: 60, immediate: true },
)

const kinds = { harden: 'paint', bite: 'paint', chance: 'paint', wipe: 'wash', calibrated: 'paint' }
const families = computed(() =>
  (trade.value?.families ?? [])
    .filter((f) => f.kinds.includes(kinds[what.value]))
    .map((f) => ({ id: f.id, words: f.name })),
)
const tabs = [
  { id: 'harden', words: 'A film hardens' },
  { id: 'bite', words: 'A liquid bites' },
  { id: 'chance', words: 'How likely it shows' },
  { id: 'wipe', words: 'A wash is wiped' },
  { id: 'calibrated', words: 'Does it hold?' },
] as const

const w = 560
const h = 150
const hours = computed(() => Math.max(1, said.value ? said.value.every_hours * (said.value.hard.length - 1) : 1))
/** Time runs on a root scale, so that the first hours can be seen beside the weeks. */
const x = (t: number) => w * Math.sqrt(Math.min(1, t / hours.value))
const curve = computed(() =>
  (said.value?.hard ?? [])
    .map(
      (v, i) => `${i ? 'L' : 'M'}${x(i * (said.value?.every_hours ?? 0)).toFixed(1)} ${(h - v * (h - 14)).toFixed(1)}`,
    )
    .join(''),
)
const days = [1, 2, 4, 7, 14]
const film = computed(() => said.value?.film_um || 1)
const deep = (um: number) => Math.min(1, um / film.value) * (h - 40)
const id = (name: string) => `worked-${name}`
</script>

<template>
  <section class="worked" aria-label="Worked examples">
    <div class="tabs" role="group" aria-label="Which example">
      <button v-for="t in tabs" :key="t.id" type="button" :aria-pressed="what === t.id" @click="what = t.id">
        {{ t.words }}
      </button>
    </div>
    <div class="both" :class="{ alone: what === 'calibrated' }">
      <div v-if="what !== 'calibrated'" class="ask">
        <label class="plate" :for="id('family')">{{ what === 'wipe' ? 'The wash' : 'The film' }}</label>
        <select :id="id('family')" v-model="a[what]">
          <option v-for="f in families" :key="f.id" :value="f.id">{{ f.words }}</option>
        </select>
        <template v-if="what === 'harden'">
          <label class="plate" :for="id('coats')">Coats</label>
          <span class="slide">
            <input
              :id="id('coats')"
              v-model.number="a.coats"
              type="range"
              v-bind="{ min: rangeOf('coats').from, max: rangeOf('coats').to, step: 1 }"
            />
            <output class="figure">{{ a.coats }}</output>
          </span>
        </template>
        <template v-if="what === 'bite' || what === 'chance'">
          <label class="plate" :for="id('liquid')">The liquid</label>
          <select :id="id('liquid')" v-model="a.liquid">
            <option v-for="l in trade?.liquids ?? []" :key="l.id" :value="l.id">{{ l.words }}</option>
          </select>
          <label class="plate" :for="id('way')">As</label>
          <select :id="id('way')" v-model="a.way">
            <option v-for="c in trade?.contacts ?? []" :key="c.id" :value="c.id">{{ c.words }}</option>
          </select>
        </template>
        <template v-if="what === 'wipe'">
          <label class="plate" :for="id('sheen')">On</label>
          <select :id="id('sheen')" v-model="a.sheen">
            <option v-for="s in trade?.sheens ?? []" :key="s">{{ s }}</option>
          </select>
          <label class="plate" :for="id('cloth')">The cloth</label>
          <select :id="id('cloth')" v-model="a.cloth">
            <option v-for="c in trade?.cloths ?? []" :key="c">{{ c }}</option>
          </select>
        </template>
        <label v-if="what === 'chance'" class="known"
          ><input v-model="a.known" type="checkbox" /> its product's own time is known</label
        >
        <template v-if="what !== 'harden'">
          <label class="plate" :for="id('age')">{{ what === 'wipe' ? 'It has stood' : 'The film is' }}</label>
          <span class="slide">
            <input
              :id="id('age')"
              v-model.number="a.age"
              type="range"
              v-bind="{ min: rangeOf('age').from, max: rangeOf('age').to, step: rangeOf('age').step }"
            />
            <output class="figure">{{ a.age }} d</output>
          </span>
        </template>
        <label class="plate" :for="id('t')">The room</label>
        <span class="slide">
          <input
            :id="id('t')"
            v-model.number="a.t"
            type="range"
            v-bind="{ min: rangeOf('t').from, max: rangeOf('t').to, step: 1 }"
          />
          <output class="figure">{{ units.warmth(a.t) }}</output>
        </span>
        <label class="plate" :for="id('rh')">Humidity</label>
        <span class="slide">
          <input
            :id="id('rh')"
            v-model.number="a.rh"
            type="range"
            v-bind="{ min: rangeOf('rh').from, max: rangeOf('rh').to, step: rangeOf('rh').step }"
          />
          <output class="figure">{{ a.rh }} %</output>
        </span>
      </div>
      <div class="answer">
        <svg v-if="said" :viewBox="`0 0 ${w} ${h + 22}`" width="100%" role="img" :aria-label="said.words">
          <template v-if="what === 'harden'">
            <line x1="0" :x2="w" :y1="h" :y2="h" class="scribe" />
            <g v-for="d in days" :key="d">
              <line :x1="x(d * 24)" :x2="x(d * 24)" y1="0" :y2="h" class="scribe" />
              <text :x="x(d * 24) - 4" :y="h + 16" text-anchor="end">{{ d }} d</text>
            </g>
            <path :d="curve" class="curve" />
            <g v-for="(m, i) in said.marks.filter((one) => one.hours <= hours)" :key="m.label">
              <line :x1="x(m.hours)" :x2="x(m.hours)" :y1="12 + 15 * i" :y2="h" class="mark" />
              <text :x="x(m.hours) + 4" :y="20 + 15 * i" class="word">{{ m.label }}, {{ m.words }}</text>
            </g>
          </template>
          <template v-else-if="what === 'chance'">
            <line x1="0" :x2="w" :y1="h" :y2="h" class="scribe" />
            <g v-for="d in [1, 2, 4, 7, 14, 28]" :key="d">
              <line :x1="x(d * 24)" :x2="x(d * 24)" y1="0" :y2="h" class="scribe" />
              <text :x="x(d * 24) - 4" :y="h + 16" text-anchor="end">{{ d }} d</text>
            </g>
            <path :d="curve" class="curve" />
            <g v-for="(m, i) in said.marks" :key="m.label">
              <line :x1="x(m.hours)" :x2="x(m.hours)" :y1="12 + 15 * i" :y2="h" class="mark" />
              <text :x="x(m.hours) + 4" :y="20 + 15 * i" class="word">{{ m.label }}, {{ m.words }}</text>
            </g>
            <line :x1="x(a.age * 24)" :x2="x(a.age * 24)" y1="0" :y2="h" class="asked" />
          </template>
          <template v-else-if="what === 'calibrated'">
            <path :d="`M${(w - h) / 2} ${h}V0h${h}v${h}z`" class="scribe hollow" />
            <path :d="`M${(w - h) / 2} ${h}L${(w + h) / 2} 0`" class="mark" />
            <circle
              v-for="(m, i) in said.marks"
              :key="i"
              :cx="(w - h) / 2 + h * m.hours"
              :cy="h - h * (said.hard[i] ?? 0)"
              r="4"
              class="happened"
            >
              <title>{{ m.words }}</title>
            </circle>
            <text :x="(w - h) / 2" :y="h + 16">what was said</text>
            <text :x="(w - h) / 2 - 6" y="12" text-anchor="end">what happened</text>
          </template>
          <template v-else-if="what === 'bite'">
            <rect x="0" y="24" :width="w" :height="h - 40" class="film" />
            <rect x="0" y="24" :width="w" :height="deep(said.depth_um)" class="soft-part" />
            <rect
              x="0"
              y="24"
              :width="w"
              :height="Math.max(said.loss_um > 0.005 ? 2 : 0, deep(said.loss_um))"
              class="lost"
            />
            <rect x="0" :y="h - 16" :width="w" height="16" class="plastic" />
            <text x="4" y="16">the liquid</text>
            <text x="8" :y="h - 22" class="word">{{ said.film_um }} µm of film</text>
            <text :x="w - 6" :y="44" text-anchor="end" class="word">softened {{ said.depth_um }} µm deep</text>
          </template>
          <template v-else>
            <rect x="0" y="30" :width="w" height="60" class="film" />
            <rect x="0" y="30" :width="w" height="60" class="wash" :style="{ opacity: said.left }" />
            <rect :x="w / 2 - 5" y="30" width="10" height="60" class="wash" />
            <text :x="w / 2" y="22" text-anchor="middle">a panel line</text>
            <text x="6" y="112" class="word">{{ Math.round(said.left * 100) }} % stays on the surface</text>
          </template>
        </svg>
        <p v-if="problem" class="words">{{ problem }}</p>
        <p v-else-if="said" class="words" aria-live="polite">
          <StateMark :state="said.state" quiet /> {{ said.words }}
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.both.alone {
  grid-template-columns: 1fr;
}
.alone .answer {
  max-width: 640px;
}
.asked {
  stroke: var(--action);
  stroke-width: 2;
}
.hollow {
  fill: none;
}
.happened {
  fill: var(--safe);
}
.known {
  grid-column: 1 / -1;
  min-height: 32px;
}
.worked {
  margin-bottom: 26px;
  padding: 6px 16px 14px;
  background: var(--sheet);
  border-top: 1px solid var(--line);
  box-shadow: inset 0 1px 0 var(--lip);
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 0 22px;
  margin-bottom: 10px;
}
.tabs button {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--soft);
  font: 600 17px var(--heading);
  cursor: pointer;
}
.tabs button[aria-pressed='true'] {
  color: var(--ink);
  box-shadow: inset 0 -3px 0 var(--ink);
}
.both {
  display: grid;
  grid-template-columns: 300px minmax(0, 1fr);
  gap: 10px 28px;
}
.ask {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 4px 12px;
  align-items: center;
  align-content: start;
}
.slide {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 84px;
  gap: 8px;
  align-items: center;
  min-height: 34px;
}
.slide input {
  width: 100%;
  accent-color: var(--ink);
}
select {
  min-height: 34px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  color: inherit;
  font: 15px var(--v-font-body);
}
option {
  background: var(--sheet);
}
text {
  font: 12px var(--v-font-body);
  fill: var(--soft);
}
.word {
  font-size: 13px;
  font-weight: 600;
  fill: var(--ink);
}
.scribe {
  stroke: var(--line);
}
.curve {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.5;
}
.mark {
  stroke: var(--note);
  stroke-dasharray: 3 3;
}
.film {
  fill: var(--fold);
  stroke: var(--line);
}
.soft-part {
  fill: var(--wait);
  fill-opacity: 0.3;
}
.lost {
  fill: var(--bite);
}
.plastic {
  fill: var(--line);
}
.wash {
  fill: var(--ink);
}
.words {
  font-size: 17px;
  font-weight: 600;
}
@media (max-width: 800px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (pointer: coarse) {
  .slide,
  select {
    min-height: 44px;
  }
}
</style>
