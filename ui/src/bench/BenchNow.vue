<script setup lang="ts">
import { computed, ref } from 'vue'

import { api } from '../api'
import CautionMark from '../shared/CautionMark.vue'
import { say } from '../shared/say'
import { second } from '../shared/useClock'
import type { Bench, BenchStep, PlanOtherwise } from '../wire'
import BenchCard from './BenchCard.vue'
import type { More } from './press'

/** The step at hand: what, how long, and the keys that say what happened. */
const props = defineProps<{ step: BenchStep; bench: Bench; best: boolean; count: number; place: number }>()
const emit = defineEmits<{
  press: [build: string, step: string, word: string, words: string, more?: More]
  next: []
  before: []
}>()

/** Keys work while the bench is open, and for what runs late. */
const live = computed(() => props.bench.open || !!props.step.started)
const min = (ms: number) => Math.max(0, Math.ceil(ms / 60_000))
/** What one glance tells: how long, and until when. */
const figure = computed(() => {
  const s = props.step
  const now = second.value
  const hour = (t: string) => say(t, 'hour', props.bench.timezone)
  const to = props.bench.to
  if (s.closes && s.opens) {
    if (Date.parse(s.opens) > now)
      return { n: min(Date.parse(s.opens) - now), unit: 'min', sub: `opens ${hour(s.opens)}` }
    const left = Date.parse(s.closes) - now
    if (to && Date.parse(s.closes) > Date.parse(to)) return { n: s.minutes, unit: 'min', sub: 'its window stays open' }
    return { n: min(left), unit: 'min left', sub: `till ${hour(s.closes)}` }
  }
  if (s.started) {
    const gone = Math.max(0, Math.floor((now - Date.parse(s.started)) / 60_000))
    return { n: Math.max(0, s.minutes - gone), unit: 'min left', sub: `begun ${hour(s.started)}` }
  }
  const starts = Date.parse(s.at)
  if (starts > now + 90_000) return { n: min(starts - now), unit: 'min', sub: `from ${hour(s.at)}` }
  return { n: s.minutes, unit: 'min', sub: 'of work' }
})

const open = ref<'' | 'card' | 'part' | 'otherwise' | 'failed' | 'seal'>('')
const toggle = (what: typeof open.value) => (open.value = open.value === what ? '' : what)
const say1 = (word: string, label: string, more?: More) => {
  open.value = ''
  emit('press', props.step.build, props.step.step, word, `${label}: ${props.step.title}`, more)
}
const finishes = computed(() => (props.step.main.word === 'started' ? 'done' : props.step.main.word))

/** What seals is looked at once more before it begins. */
function main() {
  if (!live.value) return
  if (props.step.seals && props.step.main.word === 'started' && open.value !== 'seal') open.value = 'seal'
  else say1(props.step.main.word, props.step.main.label)
}

defineExpose({ main })

const coats = ref(props.step.coats)
const bottle = ref('')
const laying = ref<'' | 'wet' | 'mist' | 'brush'>('')
function otherwise() {
  const o: PlanOtherwise = {}
  if (bottle.value) o.product = bottle.value
  if (coats.value !== props.step.coats) o.coats = coats.value
  if (laying.value === 'brush') o.brushed = true
  else if (laying.value) o.laying = laying.value
  say1(finishes.value, 'Done otherwise', { otherwise: o })
}
const shares = [
  { id: 'left', words: 'Left half' },
  { id: 'right', words: 'Right half' },
  { id: 'front', words: 'Front half' },
  { id: 'rear', words: 'Rear half' },
] as const
const pictures = [
  { how: 'little', words: 'haze left: once more' },
  { how: 'right', words: 'stop here' },
  { how: 'much', words: 'over-cleaned' },
]
</script>

<template>
  <div class="now">
    <p class="plate">{{ best ? 'Now' : `${place + 1} of ${count}` }}</p>
    <div class="row">
      <div class="title">
        <h2>{{ step.title }}</h2>
        <p>
          <bdi>{{ step.name }}</bdi>. {{ step.how }}
        </p>
        <p class="soft">{{ step.why }}</p>
      </div>
      <p class="big">
        <span class="figure n">{{ figure.n }}</span><span class="unit"
          >{{ figure.unit }}<small class="soft">{{ figure.sub }}</small></span
        >
      </p>
    </div>
    <p v-if="open === 'seal'" class="seal" role="alert">{{ step.seals }}</p>
    <div class="keys">
      <button v-if="live" type="button" class="key first" data-key="Space" @click="main">
        {{ open === 'seal' ? 'Looked: begin' : step.main.label }}
      </button>
      <button
        v-for="k in live ? step.keys.filter((k) => k.word !== 'failed') : []"
        :key="k.word"
        type="button"
        class="key"
        @click="say1(k.word, k.label)"
      >
        {{ k.label }}
      </button>
      <template v-if="live">
        <button v-if="step.shares" type="button" class="key" :aria-expanded="open === 'part'" @click="toggle('part')">
          Part of it
        </button>
        <button
          v-if="step.bottles.length || step.sprayed"
          type="button"
          class="key"
          :aria-expanded="open === 'otherwise'"
          @click="toggle('otherwise')"
        >
          Otherwise
        </button>
        <button type="button" class="key" :aria-expanded="open === 'failed'" @click="toggle('failed')">
          Did not work
        </button>
      </template>
      <button type="button" class="key" :aria-expanded="open === 'card'" @click="toggle('card')">How</button>
      <template v-if="count > 1">
        <button type="button" class="key" aria-label="The step before" data-key="←" @click="emit('before')">‹</button>
        <button type="button" class="key" aria-label="The next step" data-key="→" @click="emit('next')">›</button>
      </template>
    </div>
    <div v-if="open === 'part'" class="panel" role="group" aria-label="Which part is done">
      <p>Which part is done? The rest becomes a zone of its own, with times of its own.</p>
      <div class="keys">
        <button
          v-for="s in shares"
          :key="s.id"
          type="button"
          class="key"
          @click="say1(finishes, `${s.words} done`, { share: s.id })"
        >
          {{ s.words }}
        </button>
      </div>
    </div>
    <div v-if="open === 'otherwise'" class="panel" role="group" aria-label="What was otherwise">
      <label v-if="step.bottles.length"
        >With
        <select v-model="bottle">
          <option value="">what was planned</option>
          <option v-for="b in step.bottles" :key="b.id" :value="b.id">{{ b.name }}</option>
        </select></label
      >
      <div v-if="step.sprayed" class="keys">
        <button type="button" class="key" aria-label="One coat less" @click="coats = Math.max(1, coats - 1)">−</button>
        <span class="figure coats">{{ coats }} {{ coats === 1 ? 'coat' : 'coats' }}</span>
        <button type="button" class="key" aria-label="One coat more" @click="coats = Math.min(step.most, coats + 1)">
          +
        </button>
        <button
          v-for="l in [
            { id: 'wet', words: 'Wetter' },
            { id: 'mist', words: 'Misted' },
            { id: 'brush', words: 'By brush' },
          ] as const"
          :key="l.id"
          type="button"
          class="key"
          :aria-pressed="laying === l.id"
          @click="laying = laying === l.id ? '' : l.id"
        >
          {{ l.words }}
        </button>
      </div>
      <button type="button" class="key first" @click="otherwise">Done so</button>
    </div>
    <div v-if="open === 'failed'" class="panel" role="group" aria-label="What do you see">
      <p>What do you see? It is marked as done and gone wrong; later dates follow from that.</p>
      <div class="keys">
        <button type="button" class="key" @click="say1('failed', 'Paint came off')">Paint came off</button>
        <button type="button" class="key" @click="say1('failed', 'It stays on')">It stays on</button>
        <button type="button" class="key" @click="say1('failed', 'Something else')">Something else</button>
      </div>
      <p class="soft">
        <RouterLink :to="{ name: 'rescue', params: { slug: step.build }, query: { zone: step.zone } }"
          >Why, and what now</RouterLink
        >: what you see, why it is so on this model, what to do.
      </p>
    </div>
    <BenchCard v-if="open === 'card'" :step="step" />
    <ul v-if="step.wipes" class="pictures">
      <li v-for="p in pictures" :key="p.how" :class="{ stop: p.how === 'right' }">
        <img :src="api.wiped(step.build, step.step, p.how)" :alt="`This zone, ${p.words}`" />
        <span>{{ p.words }}</span>
      </li>
    </ul>
    <ol v-if="step.patches.length" class="patches" aria-label="Patches">
      <li v-for="(p, i) in step.patches" :key="i">
        Patch {{ i + 1 }}: lay it {{ say(p.lay, 'hour', bench.timezone) }}, wipe from
        {{ say(p.opens, 'hour', bench.timezone) }} to {{ say(p.closes, 'hour', bench.timezone) }}
      </li>
    </ol>
    <p v-if="step.cautions.length" class="small"><CautionMark /> {{ step.cautions.join(' ') }}</p>
  </div>
</template>

<style scoped>
.now {
  display: grid;
  gap: 12px;
}
.plate {
  color: var(--wait);
  font-weight: 600;
}
.row {
  display: flex;
  justify-content: space-between;
  align-items: end;
  gap: 8px 24px;
  flex-wrap: wrap;
  margin-top: -8px;
}
.title {
  flex: 1 1 300px;
  display: grid;
  gap: 3px;
  min-width: 0;
}
h2 {
  font-size: clamp(28px, 4.6vw, 42px);
  line-height: 1.05;
  overflow-wrap: anywhere;
}
.big {
  display: flex;
  align-items: end;
  gap: 12px;
}
.n {
  font-size: clamp(64px, 12vw, 112px);
  font-weight: 700;
  line-height: 0.82;
}
.unit {
  display: grid;
  font: 600 24px/1.1 var(--heading);
}
.unit small {
  font: 400 15px var(--v-font-body);
}
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.key {
  flex: 1 1 auto;
  min-width: 64px;
  min-height: 60px;
  padding: 0 16px;
  border: 0;
  border-bottom: 2px solid var(--line);
  background: var(--raised);
  color: inherit;
  font: 600 19px var(--heading);
  cursor: pointer;
}
.key:hover {
  border-color: var(--ink);
}
.key[aria-pressed='true'],
.key[aria-expanded='true'] {
  box-shadow: inset 0 -4px 0 var(--ink);
}
.key.first {
  flex: 3 1 220px;
  border-color: var(--action);
  background: var(--action);
  color: var(--on-action);
  font-size: 23px;
}
.panel {
  display: grid;
  gap: 10px;
  padding: 10px 14px;
  background: var(--ground);
}
.coats {
  min-width: 6em;
  text-align: center;
}
select {
  min-height: 56px;
  font-size: 17px;
}
.seal {
  padding: 8px 12px;
  border-left: 5px solid var(--wait);
  background: var(--ground);
  font-weight: 600;
}
.pictures {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 16px;
  list-style: none;
  margin: 0;
  padding: 0;
}
.pictures li {
  display: grid;
  gap: 4px;
}
.pictures img {
  width: 100%;
  height: 64px;
  object-fit: cover;
  image-rendering: auto;
}
.stop img {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
.stop span {
  font-weight: 700;
}
.patches {
  margin: 0;
  padding-left: 20px;
}
</style>
