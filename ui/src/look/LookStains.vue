<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import { useRouter } from 'vue-router'

import { useBuild } from '../build/useBuild'
import type { Stains } from './useStains'

/** What stains and fades the aircraft: each planned on the skin, pulled, printed; and all of it judged together. */
const props = defineProps<{ slug: string; stains: Stains }>()
const emit = defineEmits<{ close: []; against: [way: string] }>()
const store = useBuild()
const router = useRouter()
const s = props.stains
const { stained, enough, squint, chosen, amount, reach, rounds, hours } = s
const told = computed(() => s.plan.value.value)

const heading = useTemplateRef('heading')
watch(s.key, (key) => key && void nextTick(() => heading.value?.focus({ preventScroll: false })))
const zones = computed(() => {
  const all = new Map<string, NonNullable<typeof stained.value>['steps']>()
  for (const one of stained.value?.steps ?? []) all.set(one.zone_name, [...(all.get(one.zone_name) ?? []), one])
  return [...all]
})
const { adding } = s
const addable = computed(() => {
  const all = new Map<string, NonNullable<typeof s.more.value.value>['steps']>()
  for (const one of s.more.value.value?.steps ?? []) all.set(one.zone_name, [...(all.get(one.zone_name) ?? []), one])
  return [...all]
})
const percent = (v: number) => `${Math.round(100 * v)} %`
const onePass = (by: 1 | -1) => {
  const n = told.value?.passes ?? 0
  if (!n) return
  amount.value = s.bound(amount.value * ((n + by) / n))
  s.settle()
}
const day = 24 * 3600 * 1000
const ends = computed(() => (chosen.value ? Date.parse(chosen.value.ends) : 0))

const view = ref('')
const mirrored = ref(false)
const views = [
  ['top', 'from above'],
  ['under', 'from below'],
  ['left', 'from the left'],
  ['right', 'from the right'],
] as const
const shownView = computed(() => view.value || told.value?.plan.views[0] || 'top')
const guide = (as: string, whole: boolean) => {
  const q = new URLSearchParams({ as, view: shownView.value, ...(mirrored.value ? { mirrored: 'yes' } : {}) })
  if (!whole && chosen.value) {
    q.set('zone', chosen.value.zone)
    q.set('step', chosen.value.step)
  }
  return `/api/builds/${encodeURIComponent(props.slug)}/stains/guide?${q}`
}
/** Where a figure stands, and its band, as shares of a bar that ends at twice the band's end. */
const bar = (f: { value: number; low: number; high: number }) => {
  const end = 1.5 * f.high || 1
  const at = (v: number) => `${Math.min(100, (100 * v) / end)}%`
  return { value: at(f.value), low: at(f.low), wide: `${(100 * (f.high - f.low)) / end}%` }
}
const said = { under: 'less than asked for', in: 'as asked for', over: 'more than asked for' } as const
/** How the aircraft was kept is asked in its plan, over the route. */
async function toService() {
  await router.push({ name: 'build', params: { slug: props.slug } })
  store.sheet = 'plan'
}
function toBack(b: { zone: string; step: string }) {
  const one = stained.value?.steps.find((x) => x.zone === b.zone && x.step === b.step)
  if (one) s.choose(one)
}
</script>

<template>
  <section class="stains" aria-label="Stains and fading">
    <header>
      <h2>Stains and fading</h2>
      <button v-if="chosen" type="button" class="link" @click="s.leave()">All effects</button>
      <button v-else type="button" class="link" @click="emit('close')">Back to the skin</button>
    </header>
    <p v-if="!stained" class="soft" role="status">{{ s.list.problem.value || 'Reading the effects …' }}</p>
    <template v-else>
      <p v-if="!zones.length" class="soft">No step of this build fades, stains or chips yet.</p>
      <div v-for="[name, steps] in chosen ? [] : zones" :key="name" class="zone" role="group" :aria-label="name">
        <h3 class="plate">{{ name }}</h3>
        <button v-for="one in steps" :key="one.step" type="button" class="act one" @click="s.choose(one)">
          <i :style="{ background: one.colour }" aria-hidden="true" />
          <span>{{ one.name }}</span>
          <span class="soft">{{ one.done ? 'done' : one.when }}</span>
        </button>
      </div>

      <details
        v-if="!chosen"
        class="guide"
        :open="adding"
        @toggle="adding = ($event.target as HTMLDetailsElement).open"
      >
        <summary>Add an effect</summary>
        <p v-if="!s.more.value.value" class="soft small" role="status">
          {{ s.more.problem.value || 'Seeing what this airframe can show …' }}
        </p>
        <p v-else-if="!addable.length" class="soft small">
          The products of this build make nothing more. Take an oil, a paint or a pigment from the shelf first.
        </p>
        <div v-for="[name, steps] in addable" :key="name" class="zone" role="group" :aria-label="`Add to ${name}`">
          <h3 class="plate">{{ name }}</h3>
          <button v-for="one in steps" :key="one.words" type="button" class="act more" @click="s.add(one)">
            {{ one.words }}
          </button>
        </div>
      </details>

      <section v-if="chosen" class="chosen" :aria-label="`${chosen.name} on ${chosen.zone_name}`">
        <h3 ref="heading" tabindex="-1">{{ chosen.name }} on {{ chosen.zone_name }}</h3>
        <template v-if="!chosen.done && !chosen.begun">
          <label class="slide"
            ><span class="plate">How strong</span><output>{{ percent(amount) }}</output>
            <input
              v-model.number="amount"
              type="range"
              :min="stained.least"
              :max="stained.most"
              step="0.05"
              @change="s.settle()"
            />
          </label>
          <label v-if="told?.length_mm" class="slide"
            ><span class="plate">How far it reaches</span><output>{{ percent(reach) }}</output>
            <input
              v-model.number="reach"
              type="range"
              :min="stained.least"
              :max="stained.most"
              step="0.05"
              @change="s.settle()"
            />
          </label>
          <p class="soft small">
            Or pull it on the picture: along the air it grows longer, across it stronger. 100 % is what its service asks
            for; what you let go of is kept.
          </p>
          <label v-if="chosen.guns" class="field"
            ><span class="plate">Rounds fired from each gun</span
            ><input v-model="rounds" type="number" min="0" max="100000" placeholder="as usual" @change="s.settle()"
          /></label>
          <label v-if="chosen.flown" class="field"
            ><span class="plate">Hours since it was cleaned</span
            ><input v-model="hours" type="number" min="0" max="10000" placeholder="by its service" @change="s.settle()"
          /></label>
          <div class="acts">
            <template v-if="told?.passes">
              <button type="button" class="act" @click="onePass(1)">One more pass</button>
              <button type="button" class="act" @click="onePass(-1)">One less</button>
            </template>
            <button type="button" class="act" @click="store.act({ do: 'scatter', of: chosen.step })">
              Other places
            </button>
            <button v-if="chosen.amount !== 1 || chosen.reach !== 1" type="button" class="act" @click="s.asPlanned()">
              As its service asks
            </button>
          </div>
        </template>
        <div class="acts">
          <a class="act" :href="guide('pdf', false)" download>Print this step</a>
        </div>
        <div v-if="chosen.oil" class="acts" role="group" aria-label="Oils mellow">
          <button type="button" class="act" @click="store.moveTo(ends)">As blended</button>
          <button type="button" class="act" @click="store.moveTo(ends + day)">Mellowed tomorrow</button>
        </div>
        <template v-if="told">
          <p v-if="told.against" class="mind">{{ told.against }}</p>
          <p>{{ told.words }}</p>
          <dl>
            <template v-for="r in told.rows" :key="r.label">
              <dt>{{ r.label }}</dt>
              <dd>{{ r.value }}</dd>
            </template>
          </dl>
          <template v-if="told.plan.ways?.length">
            <h4 class="plate">Another way</h4>
            <ul class="ways">
              <li v-for="w in told.plan.ways" :key="w.way">
                <b>{{ w.words }}</b>: {{ w.takes }}. To undo: {{ w.undo }}
                <button v-if="chosen.flown" type="button" class="link" @click="emit('against', `way:exhaust-${w.way}`)">
                  See it beside this
                </button>
              </li>
            </ul>
          </template>
          <p v-if="told.plan.tool" class="small"><b>With</b> {{ told.plan.tool }}</p>
          <p v-if="told.plan.undo" class="small"><b>To undo</b> {{ told.plan.undo }}</p>
          <p v-if="told.plan.seal" class="small"><b>Over it</b> {{ told.plan.seal }}</p>
          <p v-if="told.plan.caution" class="small mind"><b>Mind</b> {{ told.plan.caution }}</p>
        </template>
      </section>

      <details class="guide">
        <summary>Printed guide, at the size of the model</summary>
        <label class="field"
          ><span class="plate">Seen</span>
          <select :value="shownView" @change="view = ($event.target as HTMLSelectElement).value">
            <option v-for="[id, words] in views" :key="id" :value="id">{{ words }}</option>
          </select>
        </label>
        <label class="check"><input v-model="mirrored" type="checkbox" />mirrored, to be held against it</label>
        <div class="acts">
          <a class="act" :href="guide('pdf', true)" download>Print all that is left</a>
          <a class="act" :href="guide('svg', !chosen)" download>As a file for a cutter or a drawing program</a>
        </div>
      </details>

      <p v-if="!enough" class="soft small" role="status">
        {{ squint.problem.value || 'Judging all of it, squinting …' }}
      </p>
      <section v-if="enough" class="enough" aria-label="Is it enough?">
        <h3>{{ enough.words }}</h3>
        <p class="soft small">{{ enough.service }} It should read {{ enough.reads }}. {{ enough.rests }}</p>
        <p class="small">
          As it looks at the tape’s moment.
          <button type="button" class="link" @click="store.moveTo(Date.parse(store.build?.tape.to ?? ''))">
            When it is finished
          </button>
          ·
          <button type="button" class="link" @click="toService">How it was kept</button>
        </p>
        <div v-for="f in enough.figures" :key="f.id" class="measure">
          <p>
            {{ f.words }}: <b>{{ [f.value, f.unit].filter((x) => x !== '').join(' ') }}</b>, {{ said[f.is] }}
          </p>
          <div class="bar" aria-hidden="true">
            <i class="band" :style="{ left: bar(f).low, width: bar(f).wide }" /><i
              class="at"
              :style="{ left: bar(f).value }"
            />
          </div>
        </div>
        <template v-if="enough.eyes.length">
          <h4 class="plate">Where the eye goes first</h4>
          <ol>
            <li v-for="(e, i) in enough.eyes" :key="i" :class="{ soft: !e.effect }">{{ e.words }}</li>
          </ol>
        </template>
        <template v-if="enough.take_back.length">
          <h4 class="plate">What adds most, and can it be taken back</h4>
          <ol>
            <li v-for="b in enough.take_back" :key="b.zone + b.step">
              <button type="button" class="link" @click="toBack(b)">{{ b.words }}</button>: {{ b.de.toFixed(2) }}.
              {{ b.how }}
            </li>
          </ol>
        </template>
      </section>
    </template>
  </section>
</template>

<style scoped>
.stains,
.chosen,
.guide,
.enough,
.zone {
  display: grid;
  gap: 8px;
  align-content: start;
}
.stains {
  gap: 16px;
}
.zone {
  gap: 4px;
}
.chosen,
.guide,
.enough {
  padding-top: 12px;
  border-top: 1px solid var(--line);
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.guide summary {
  min-height: 32px;
  font: 600 16px var(--heading);
  cursor: pointer;
}
h3:not(.plate) {
  font-size: 18px;
}
h3,
h4,
p,
dl,
ol,
ul {
  margin: 0;
}
.one {
  display: grid;
  grid-template-columns: 16px 1fr auto;
  gap: 8px;
  align-items: center;
  text-align: left;
}
.one i {
  width: 14px;
  height: 14px;
  border: 1px solid var(--line);
}
.more {
  text-align: left;
}
.slide {
  display: grid;
  grid-template-columns: 1fr auto;
}
.slide input {
  grid-column: 1 / -1;
  width: 100%;
  min-height: 32px;
  accent-color: var(--ink);
}
.field {
  display: grid;
}
.field input,
.field select {
  min-width: 0;
  min-height: 40px;
  padding: 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: var(--sheet);
  color: inherit;
  font: 16px var(--v-font-body);
}
.check {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 36px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
a.act {
  display: inline-flex;
  align-items: center;
  text-decoration: none;
}
dl {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 3fr);
  gap: 4px 10px;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
ol,
.ways {
  display: grid;
  gap: 6px;
  padding-left: 20px;
}
.mind {
  padding-left: 8px;
  border-left: 3px solid var(--wait);
}
.bar {
  position: relative;
  height: 14px;
  margin-top: 3px;
  border-bottom: 1px solid var(--ink);
}
.band {
  position: absolute;
  bottom: 0;
  height: 8px;
  background: var(--lamp);
}
.at {
  position: absolute;
  bottom: -2px;
  width: 2px;
  height: 14px;
  margin-left: -1px;
  background: var(--ink);
}
@media (pointer: coarse) {
  .slide input,
  .check {
    min-height: 44px;
  }
}
</style>
