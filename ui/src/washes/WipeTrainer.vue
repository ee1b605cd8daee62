<script setup lang="ts">
import { useEventListener, useMediaQuery, useRafFn } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, shallowRef, useTemplateRef } from 'vue'

import type { PlanCup } from '../wire'
import { loadTrainer, type Trainer, type TrainerExercise, type TrainerState, type TrainerVerdict } from './useTrainer'

/** A panel with a wash that dries in speeded-up time; the pointer or the keys are the bud. The core computes and draws it. */
const props = defineProps<{ air: NonNullable<PlanCup['climate']> }>()

const bench = shallowRef<Trainer | null>(null)
const problem = ref('')
const exercises = ref<TrainerExercise[]>([])
const id = ref('clay')
const exercise = computed(() => exercises.value.find((e) => e.id === id.value))
const state = ref<TrainerState | null>(null)
const verdict = ref<TrainerVerdict | null>(null)
const replaying = ref(-1)
const cloths = ['dry', 'damp', 'wet'] as const
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const target = useTemplateRef<HTMLCanvasElement>('target')
const still = useMediaQuery('(prefers-reduced-motion: reduce)')

let frame: ImageData | null = null
let pressed = false
const hand = ref({ x: 20, y: 60 }) // of the keys, in cells
const held = ref(false) // the bud is held down by the keys

function paint(on: HTMLCanvasElement | null, draw: (into: Uint8ClampedArray) => number) {
  const b = bench.value
  const g = on?.getContext('2d')
  if (!b || !g) return
  frame ??= new ImageData(b.width, b.height)
  draw(frame.data)
  g.putImageData(frame, 0, 0)
}
const show = () => paint(canvas.value, (into) => bench.value?.frame(into) ?? 0)
const read = () => (state.value = JSON.parse(bench.value?.state() ?? 'null') as TrainerState | null)

function begin() {
  const b = bench.value
  if (!b) return
  b.begin(id.value, props.air.temperature_c, props.air.humidity_pct / 100)
  verdict.value = null
  replaying.value = -1
  hand.value = { x: 20, y: 60 }
  held.value = false
  paint(target.value, (into) => b.target(into))
  show()
  read()
}
onMounted(async () => {
  try {
    bench.value = await loadTrainer()
    exercises.value = JSON.parse(bench.value.exercises()) as TrainerExercise[]
    await nextTick() // the canvas comes with the bench
    begin()
  } catch {
    problem.value = 'The practice bench could not be loaded. Try again when the server answers.'
  }
})

// Time goes on while nothing is judged; with reduced motion it goes in steps that one asks for.
let last = 0
useRafFn(({ timestamp }) => {
  const b = bench.value
  if (!b || verdict.value || replaying.value >= 0) {
    last = timestamp
    return
  }
  const seconds = last ? Math.min(0.1, (timestamp - last) / 1000) : 0
  last = timestamp
  if (still.value) return
  b.advance(seconds)
  show()
  read()
})
function wait(minutes: number) {
  bench.value?.wait(minutes)
  show()
  read()
}

function cellOf(e: PointerEvent, of = e) {
  const c = of.currentTarget as HTMLCanvasElement
  const r = c.getBoundingClientRect()
  return { x: ((e.clientX - r.left) / r.width) * c.width, y: ((e.clientY - r.top) / r.height) * c.height }
}
function down(e: PointerEvent) {
  if (verdict.value || !bench.value) return
  canvas.value?.setPointerCapture(e.pointerId)
  pressed = true
  const at = cellOf(e)
  bench.value.press(at.x, at.y)
}
function move(e: PointerEvent) {
  if (!pressed || !bench.value) return
  for (const one of e.getCoalescedEvents?.() ?? [e]) {
    const at = cellOf(one, e)
    bench.value.draw(at.x, at.y)
  }
  if (still.value) show()
}
function up() {
  pressed = false
  read()
}

const steps: Record<string, [number, number]> = {
  ArrowRight: [8, 0],
  ArrowLeft: [-8, 0],
  ArrowDown: [0, 8],
  ArrowUp: [0, -8],
}
function key(e: KeyboardEvent) {
  const b = bench.value
  const by = steps[e.key]
  if (!b || verdict.value) return
  if (by) {
    hand.value = {
      x: Math.max(0, Math.min(b.width, hand.value.x + by[0] * (e.shiftKey ? 5 : 1))),
      y: Math.max(0, Math.min(b.height, hand.value.y + by[1])),
    }
    if (held.value) b.draw(hand.value.x, hand.value.y)
  } else if (e.key === ' ') {
    held.value = !held.value
    if (held.value) b.press(hand.value.x, hand.value.y)
  } else return
  e.preventDefault()
  show()
  read()
}
function take(cloth: string) {
  bench.value?.take(cloth)
  held.value = false
  read()
}
function skip() {
  bench.value?.skip()
  show()
  read()
}
function judge() {
  verdict.value = JSON.parse(bench.value?.verdict() ?? 'null') as TrainerVerdict | null
  read()
}
async function replay() {
  const all = state.value?.moves ?? 0
  const step = Math.max(1, Math.ceil(all / (still.value ? 10 : 60)))
  for (let n = 0; n <= all + step && replaying.value > -2; n += step) {
    replaying.value = Math.min(n, all)
    paint(canvas.value, (into) => bench.value?.replay(into, Math.min(n, all)) ?? 0)
    await new Promise((done) => window.setTimeout(done, still.value ? 250 : 50))
  }
  replaying.value = -1
}
useEventListener(window, 'pointercancel', up)
const pct = (v: number) => `${(100 * v).toFixed(0)} %`
</script>

<template>
  <div class="trainer">
    <h2>Practise wiping</h2>
    <p v-if="problem" role="alert">{{ problem }}</p>
    <p v-else-if="!bench" class="soft" role="status">Laying out the practice bench …</p>
    <template v-else>
      <div class="choose" role="radiogroup" aria-label="Exercise">
        <label v-for="(e, i) in exercises" :key="e.id">
          <input v-model="id" type="radio" name="exercise" :value="e.id" @change="begin" />{{ i + 1 }}. {{ e.title }}
        </label>
      </div>
      <p class="task">{{ exercise?.task }}</p>
      <div class="panels">
        <figure>
          <div class="panel">
            <canvas
              ref="canvas"
              :width="bench.width"
              :height="bench.height"
              tabindex="0"
              role="application"
              aria-label="The panel. Arrows move the bud, Shift for long strokes, Space sets it down and lifts it."
              @pointerdown="down"
              @pointermove="move"
              @pointerup="up"
              @keydown="key"
            />
            <i
              class="bud"
              :class="{ held }"
              :style="{
                left: `${(100 * hand.x) / bench.width}%`,
                top: `${(100 * hand.y) / bench.height}%`,
                width: `${(100 * bench.bud) / bench.width}%`,
              }"
            />
          </div>
          <figcaption class="small soft">the airflow goes from left to right</figcaption>
        </figure>
        <figure>
          <canvas
            ref="target"
            :width="bench.width"
            :height="bench.height"
            role="img"
            aria-label="The target"
            class="target"
          />
          <figcaption class="small soft">what a steady hand leaves</figcaption>
        </figure>
      </div>
      <div class="tools">
        <span class="plate">A fresh bud</span>
        <button
          v-for="c in cloths"
          :key="c"
          type="button"
          class="act"
          :aria-pressed="state?.cloth === c"
          :class="{ first: state?.cloth === c }"
          @click="take(c)"
        >
          {{ c }}{{ c === 'dry' ? '' : `, ${state?.liquid}` }}
        </button>
        <button type="button" class="act" @click="wait(5)">Wait 5 min</button>
        <button type="button" class="act" @click="skip">Wait until it is dry</button>
      </div>
      <div v-if="state" class="clock" aria-live="off">
        <div class="drying">
          <i
            :style="{ width: pct(Math.min(1, state.minutes / state.ready)) }"
            :class="{ dry: state.minutes >= state.ready }"
          />
        </div>
        <span class="figure"
          >{{ state.minutes.toFixed(0) }} min
          {{ state.minutes < state.ready ? `of ${state.ready.toFixed(0)} until it holds in the lines` : 'dry' }}</span
        >
        <span class="figure">bud {{ pct(state.full) }} full</span>
        <span class="figure">surface {{ pct(state.open) }} · lines {{ pct(state.lines) }}</span>
      </div>
      <div class="tools">
        <button type="button" class="act first" :disabled="!!verdict" @click="judge">How is it</button>
        <button type="button" class="act" @click="begin">Begin again</button>
        <button v-if="state?.moves && verdict" type="button" class="act" :disabled="replaying >= 0" @click="replay">
          Replay my strokes
        </button>
      </div>
      <div role="status" class="verdict" :class="{ done: verdict?.done }">
        <template v-if="verdict">
          <p v-for="words in verdict.words" :key="words">{{ words }}</p>
          <p v-if="verdict.done"><b>Done.</b></p>
          <p v-else class="soft">{{ exercise?.tip }}</p>
        </template>
      </div>
    </template>
  </div>
</template>

<style scoped>
.trainer {
  display: grid;
  gap: 10px;
  max-width: 980px;
}
.choose,
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
}
.choose label {
  display: flex;
  align-items: center;
  gap: 5px;
  min-height: 32px;
}
.task {
  font: 600 18px var(--heading);
}
.panels {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}
figure {
  margin: 0;
}
.panel {
  position: relative;
}
canvas {
  display: block;
  width: 100%;
  height: auto;
  touch-action: none;
  cursor: crosshair;
}
.target {
  cursor: default;
}
.bud {
  position: absolute;
  aspect-ratio: 1;
  border: 2px dashed var(--lip);
  outline: 1px dashed #000;
  border-radius: 50%;
  transform: translate(-50%, -50%);
  pointer-events: none;
  visibility: hidden;
}
canvas:focus-visible + .bud {
  visibility: visible;
}
.bud.held {
  border-style: solid;
}
.clock {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 18px;
}
.drying {
  width: 180px;
  height: 10px;
  background: var(--raised);
  border-bottom: 1px solid var(--ink);
}
.drying i {
  display: block;
  height: 100%;
  background: var(--note);
}
.drying .dry {
  background: var(--safe);
}
.verdict {
  min-height: 66px;
  padding-left: 10px;
  border-left: 4px solid var(--wait);
}
.verdict:empty {
  border-color: var(--line);
}
.verdict.done {
  border-color: var(--safe);
}
@media (pointer: coarse) {
  .choose label {
    min-height: 44px;
  }
}
@media (max-width: 640px) {
  .panels {
    grid-template-columns: 1fr;
  }
}
</style>
