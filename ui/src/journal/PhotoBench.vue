<script setup lang="ts">
import { computed, ref } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import StateMark from '../shared/StateMark.vue'
import type { Photo, PhotoPair, Wish } from '../wire'
import PhotoFields from './PhotoFields.vue'
import { usePhotoBench } from './usePhotoBench'
import WipedOver from './WipedOver.vue'

/** A photograph of the model as an instrument: a view is laid in it by taps, its light told by a card or known paint; then it is measured beside the plan, and wiped over the look of that moment. */
const props = defineProps<{ slug: string; photo: Photo; zones: Wish[]; timezone: string }>()
const emit = defineEmits<{ changed: []; out: [] }>()
const store = useBuild()
const bench = usePhotoBench(props.slug, props.photo)
const { reading, page, problem, next, told, changed } = bench

const does = ref<'pins' | 'light' | 'spot'>('pins')
const beside = ref(false) // the look lies beside it
const image = ref<HTMLElement | null>(null)
const dragged = ref(-1)
const place = (e: PointerEvent | MouseEvent) => {
  const box = image.value?.getBoundingClientRect()
  if (!box) return { x: 0, y: 0 }
  return {
    x: Math.round((props.photo.width * (e.clientX - box.left)) / box.width),
    y: Math.round((props.photo.height * (e.clientY - box.top)) / box.height),
  }
}
function tapped(e: MouseEvent) {
  const { x, y } = place(e)
  if (does.value === 'pins') bench.tap(x, y)
  else if (does.value === 'light') Object.assign(reading, { x, y })
  else void bench.spot(x, y)
}
function grab(e: PointerEvent, i: number) {
  dragged.value = i
  ;(e.target as HTMLElement).setPointerCapture(e.pointerId)
}
function drag(e: PointerEvent) {
  const p = reading.pairs[dragged.value]
  if (p) Object.assign(p, place(e))
}
const steps: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function nudge(e: KeyboardEvent, p: PhotoPair, i: number) {
  const by = steps[e.key]
  if (by) {
    const far = e.shiftKey ? 10 : 1
    p.x += by[0] * far
    p.y += by[1] * far
    e.preventDefault()
  } else if (e.key === 'Delete' || e.key === 'Backspace') {
    reading.pairs.splice(i, 1)
    e.preventDefault()
  }
}
const at = (x: number, y: number) => ({
  left: `${(100 * x) / props.photo.width}%`,
  top: `${(100 * y) / props.photo.height}%`,
})
const laid = computed(() => reading.pairs.length >= 4)
const lead = computed(() => page.value?.figures[0])
const rest = computed(() => page.value?.figures.slice(1) ?? [])
const trust = { good: 'safe', fair: 'wait', poor: 'bite' } as const
function lit(l: typeof reading.light) {
  reading.light = l
  if (!l) does.value = 'pins'
  else {
    does.value = 'light'
    if (l === 'known' && !reading.known) reading.known = props.zones[0]?.id ?? ''
    if (!reading.x) Object.assign(reading, { x: props.photo.width / 2, y: props.photo.height / 2 })
  }
}
const lights = [
  { id: '', words: 'nothing' },
  { id: 'white', words: 'a white card' },
  { id: 'grey', words: 'a grey card' },
  { id: 'known', words: 'bare paint' },
] as const
async function keep() {
  if (await bench.keep()) emit('changed')
}
const say = computed(() => {
  if (does.value === 'light')
    return reading.light === 'known' ? 'Tap a spot of that paint, bare and evenly lit.' : 'Tap the card.'
  if (does.value === 'spot') return 'Tap the model: its colour beside the planned one.'
  return next.value ? `Tap ${next.value.words}.` : 'All places are tapped. Drag one, or move it with the arrow keys.'
})
</script>

<template>
  <section class="bench" aria-label="The photograph">
    <div class="stage">
      <div class="tools" role="group" aria-label="What a tap does">
        <button type="button" :aria-pressed="!beside && does === 'pins'" @click="((does = 'pins'), (beside = false))">
          Lay the view
        </button>
        <button
          type="button"
          :aria-pressed="!beside && does === 'light'"
          @click="((beside = false), lit(reading.light || 'white'))"
        >
          Its light
        </button>
        <button
          type="button"
          :disabled="!laid"
          :aria-pressed="!beside && does === 'spot'"
          @click="((does = 'spot'), (beside = false))"
        >
          A spot
        </button>
        <button type="button" :disabled="!laid" :aria-pressed="beside" @click="beside = !beside">
          Beside the look
        </button>
      </div>
      <WipedOver
        v-if="beside && laid"
        :slug="slug"
        :photo="photo"
        :reading="reading"
        :others="page?.others ?? []"
        :revision="store.build?.revision ?? 0"
      />
      <template v-else>
        <p class="say" role="status">{{ say }}</p>
        <div v-if="does === 'pins'" class="row" role="group" aria-label="Which side is photographed">
          <button
            v-for="v in page?.views ?? []"
            :key="v.view"
            type="button"
            class="act"
            :aria-pressed="reading.view === v.view"
            @click="bench.view(v.view as typeof reading.view)"
          >
            {{ v.words }}
          </button>
        </div>
        <div v-if="does === 'light'" class="row" role="group" aria-label="What tells the light">
          <button
            v-for="l in lights"
            :key="l.id"
            type="button"
            class="act"
            :aria-pressed="reading.light === l.id"
            @click="lit(l.id)"
          >
            {{ l.words }}
          </button>
          <select v-if="reading.light === 'known'" v-model="reading.known" aria-label="Whose paint">
            <option v-for="z in zones" :key="z.id" :value="z.id">{{ z.words }}</option>
          </select>
          <label class="check"><input v-model="reading.raking" type="checkbox" /> a low lamp glances over it</label>
        </div>
        <div ref="image" class="image" @click="tapped">
          <img :src="api.picture(photo.hash)" :alt="photo.caption || 'The photograph'" draggable="false" />
          <button
            v-for="(p, i) in reading.pairs"
            :key="i"
            type="button"
            class="pin"
            :style="at(p.x, p.y)"
            :aria-label="`Pin ${i + 1}: ${bench.named(p)}; arrow keys move it, Delete takes it away`"
            :title="bench.named(p)"
            @click.stop
            @keydown="nudge($event, p, i)"
            @pointerdown.stop="grab($event, i)"
            @pointermove="dragged === i && drag($event)"
            @pointerup="dragged = -1"
          >
            <svg viewBox="-12 -12 24 24" aria-hidden="true">
              <circle r="9" />
              <path d="M-11 0h22M0-11v22" />
            </svg>
          </button>
          <i v-if="reading.light" class="card" :style="at(reading.x, reading.y)" aria-hidden="true" />
        </div>
        <p v-if="told && does === 'spot'" class="told" role="status">
          <i class="swatch" :style="{ background: told.colour }" /> here
          <i class="swatch" :style="{ background: told.planned }" /> planned <b>{{ told.de.toFixed(1) }}</b>
          {{ told.words }}
        </p>
      </template>
      <PhotoFields
        :slug="slug"
        :photo="photo"
        :zones="zones"
        :timezone="timezone"
        @changed="$emit('changed')"
        @out="$emit('out')"
      />
    </div>

    <div class="measured">
      <h2>Measured on it</h2>
      <p v-if="!laid" class="soft">
        Tap four places or more, and it is measured beside what was planned for {{ photo.clock }}.
      </p>
      <p v-if="problem || page?.problem" class="bad" role="alert">{{ problem || page?.problem }}</p>
      <template v-if="page?.measured && !page.measured.refused">
        <p class="trust">
          <StateMark :state="trust[page.measured.trust]" quiet /> trust: {{ page.measured.trust }};
          <span class="figure"
            >{{ page.measured.px_per_mm }} px a millimetre, {{ page.measured.residual_mm }} mm off</span
          >
        </p>
        <p v-if="page.measured.why" class="soft small">{{ page.measured.why }}</p>
        <p v-if="page.measured.by_width" class="soft small">Lines are known by their contrast times their width.</p>
        <div v-if="lead" class="lead">
          <span class="big figure">{{ lead.value }}</span>
          <span
            >{{ lead.label }} {{ lead.unit
            }}<span class="soft"
              ><template v-if="lead.planned !== undefined">planned {{ lead.planned }}</template></span
            ></span
          >
          <b :class="lead.state"><StateMark :state="lead.state" quiet /> {{ lead.words }}</b>
        </div>
        <p v-if="lead?.how" class="how">
          {{ lead.how }} <span class="figure">{{ lead.until_words }}</span>
        </p>
        <ul>
          <li v-for="f in rest" :key="f.id + f.zone + f.label">
            <StateMark :state="f.state" quiet />
            <span>{{ f.label }}</span>
            <span class="figure"
              ><b>{{ f.value }}</b> {{ f.unit === 'CIEDE2000' ? '' : f.unit }}</span
            >
            <span class="soft">{{ f.planned !== undefined ? `planned ${f.planned}` : '' }} {{ f.words }}</span>
            <span v-if="f.how" class="soft small wide">{{ f.how }} {{ f.until_words }}</span>
          </li>
        </ul>
        <p v-if="page.enough" class="enough"><b>Enough?</b> {{ page.enough }}</p>
      </template>
      <button v-if="changed" type="button" class="act first" @click="keep">Keep this measurement</button>
    </div>
  </section>
</template>

<style scoped>
.bench {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(260px, 330px);
  min-width: 0;
}
.stage {
  padding: 8px 16px 16px;
  display: grid;
  gap: 6px;
  align-content: start;
  min-width: 0;
}
.tools {
  display: flex;
  flex-wrap: wrap;
}
.tools button {
  min-height: 44px;
  padding: 0 12px;
  border: 0;
  background: none;
  color: inherit;
  font: 600 16px var(--heading);
  cursor: pointer;
}
.tools button[aria-pressed='true'] {
  box-shadow: inset 0 -3px 0 var(--ink);
}
.tools button:disabled {
  color: var(--soft);
  cursor: default;
}
.say {
  font: 600 17px var(--heading);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}
.row select {
  min-height: 40px;
  background: var(--raised);
  color: inherit;
  border: 1px solid var(--line);
}
.check {
  display: flex;
  gap: 6px;
  align-items: center;
  min-height: 44px;
}
.image {
  position: relative;
  cursor: crosshair;
  background: var(--booth);
  touch-action: manipulation;
  justify-self: start;
}
.image img {
  display: block;
  max-width: 100%;
  max-height: 62vh;
  user-select: none;
}
.pin {
  position: absolute;
  width: 44px;
  height: 44px;
  margin: -22px 0 0 -22px;
  padding: 10px;
  border: 0;
  background: none;
  cursor: move;
  touch-action: none;
}
.pin svg {
  display: block;
  fill: none;
  stroke: #fff;
  stroke-width: 1.6;
  filter: drop-shadow(0 0 1px #000) drop-shadow(0 0 1px #000);
}
.card {
  position: absolute;
  width: 18px;
  height: 18px;
  margin: -9px 0 0 -9px;
  border: 2px dashed var(--lamp);
  outline: 1px solid #000;
  pointer-events: none;
}
.swatch {
  display: inline-block;
  width: 34px;
  height: 20px;
  vertical-align: middle;
  border: 1px solid var(--line);
}
.measured {
  border-left: 1px solid var(--line);
  padding: 12px 16px;
  display: grid;
  gap: 8px;
  align-content: start;
}
.trust {
  font-size: 14px;
}
.small {
  font-size: 14px;
}
.bad {
  color: var(--bite);
  font-weight: 600;
}
.lead {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  align-items: center;
}
.lead > span:nth-child(2) {
  display: grid;
  font: 600 16px/1.2 var(--heading);
}
.lead .soft {
  font: 14px var(--v-font-body);
}
.lead > b {
  grid-column: 1 / -1;
}
.big {
  font-size: 44px;
  font-weight: 700;
  line-height: 1;
}
.wait {
  color: var(--wait);
}
.safe {
  color: var(--safe);
}
.how {
  background: var(--action);
  color: var(--on-action);
  padding: 8px 10px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 18px 1fr auto;
  gap: 2px 8px;
  padding: 6px 0;
  border-top: 1px solid var(--line);
  align-items: baseline;
}
li > .soft {
  grid-column: 2 / -1;
  font-size: 14px;
}
.enough {
  border-top: 2px solid var(--ink);
  padding-top: 6px;
}
@media (max-width: 820px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
  .measured {
    border-left: 0;
    border-top: 1px solid var(--line);
  }
}
</style>
