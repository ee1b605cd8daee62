<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import StateMark from '../../shared/StateMark.vue'
import StepGlyph from '../../shared/StepGlyph.vue'
import type { Step, Tape, Zone } from '../../wire'
import { tapeScale, tickets } from './scale'

const props = defineProps<{
  tape: Tape
  zones: readonly Zone[]
  at: number // the moment, ms since 1970
  clock: string // the moment in words
  zone: string
  step: string
  states: Readonly<Record<string, string>> // zone id -> its top film at the moment
}>()
const emit = defineEmits<{ move: [at: number]; event: [direction: 1 | -1]; zone: [id: string]; step: [id: string] }>()

const rowHeight = 30
const head = 28

const scroller = useTemplateRef('scroller')
const { width } = useElementSize(scroller)
const ms = (t: string) => Date.parse(t)
const lit = computed(() => props.tape.sessions.map((s) => ({ from: ms(s.from), to: ms(s.to), label: s.label })))
const scale = computed(() =>
  tapeScale(ms(props.tape.from), ms(props.tape.to), lit.value, Math.max(200, width.value - 12)),
)
const height = computed(() => head + props.zones.length * rowHeight + 2)

interface Ticket {
  step: Step
  x: number
  width: number
  word: string
  trail: { x: number; width: number; id: string } | null
  ready: number | null
  window: { from: number; to: number } | null
}

const rows = computed(() =>
  props.zones.map((z) => {
    const shown = z.steps.filter((s) => ms(s.end) > ms(props.tape.from) && ms(s.start) < ms(props.tape.to))
    const placed = tickets(
      shown.map((s) => ({ from: ms(s.start), to: ms(s.end), word: s.short })),
      scale.value,
    )
    return shown.map((s, i): Ticket => {
      const p = placed[i] ?? { x: 0, width: 0, word: 'none' }
      const next = placed[i + 1]?.x ?? scale.value.width
      const last = s.trail.at(-1)
      const right = Math.min(next, last ? scale.value.x(ms(last.at)) : 0)
      const start = p.x + p.width
      const ready = scale.value.x(ms(s.ready))
      const opens = s.opens && s.closes ? scale.value.x(Math.min(ms(s.opens), ms(s.start))) : 0
      const closes = s.closes ? Math.min(scale.value.x(ms(s.closes)), next - 2, opens + 60) : 0
      return {
        step: s,
        x: p.x,
        width: p.width,
        word: p.word,
        trail: right > start + 1 ? { x: start, width: right - start, id: `trail-${s.id}` } : null,
        ready: s.trail.length && ready > start && ready <= next ? ready : null,
        window: s.opens && closes > opens + 4 ? { from: opens, to: closes } : null,
      }
    })
  }),
)

/** Where a part waits for the join: from when it can be touched, along its row, and over to the row of the join. */
const waits = computed(() =>
  props.zones.flatMap((z, row) =>
    z.steps.flatMap((s) =>
      s.waits.map((w) => {
        const from = Math.max(0, scale.value.x(ms(w.from)))
        const to = scale.value.x(ms(s.start))
        const own = props.zones.findIndex((one) => one.id === w.zone)
        const y = (r: number) => head + r * rowHeight + 15
        return {
          id: `${s.id}/${w.zone}`,
          path: `M${from} ${y(own)}H${to - 6}V${y(row) + (own > row ? 10 : -10)}`,
          y: y(own),
        }
      }),
    ),
  ),
)

const cursor = computed(() => scale.value.x(props.at))
const wanted = computed(() => (props.tape.wanted ? scale.value.x(ms(props.tape.wanted)) : null))
/** The days' names; one steps aside for the head of the moment, and stays away where it has no room. */
const dayNames = computed(() =>
  scale.value.folds
    .filter((f) => f.label)
    .map((f) => {
      const name = 44
      const x = cursor.value > f.x - 10 && cursor.value < f.x + name + 8 ? cursor.value + 12 : f.x + 2
      const until = Math.min(
        f.x + f.width + 12,
        wanted.value !== null && wanted.value > f.x ? wanted.value - 40 : Infinity,
      )
      return { x, word: f.label, fits: x + name <= until }
    })
    .filter((d) => d.fits),
)
const ink = (s: Step) => s.colour ?? (s.kind === 'done' ? 'var(--soft)' : 'var(--raised)')
/** Black or white, whichever can be read on a paint: a matter of the screen, not of the trade. */
const onInk = (s: Step) => {
  const hex = s.colour
  if (!hex) return 'var(--ink)'
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as [number, number, number]
  return r * 0.3 + g * 0.59 + b * 0.11 > 130 ? '#171C22' : '#F6F7F6'
}

const dragging = ref(false)
const surface = useTemplateRef<SVGSVGElement>('surface')
function momentAt(e: PointerEvent) {
  const box = surface.value?.getBoundingClientRect()
  if (box) emit('move', scale.value.moment(e.clientX - box.left))
}
function press(e: PointerEvent) {
  if (e.button !== 0) return
  dragging.value = true
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
  momentAt(e)
}
function drag(e: PointerEvent) {
  if (dragging.value) momentAt(e)
}

const quarter = 15 * 60_000
function key(e: KeyboardEvent) {
  const fold = scale.value.folds
  const here = fold.findIndex((f) => props.at < f.to)
  const sessions = fold.filter((f) => f.session)
  const moves: Record<string, () => void> = {
    ArrowRight: () => emit('move', props.at + quarter),
    ArrowLeft: () => emit('move', props.at - quarter),
    ArrowUp: () => emit('event', 1),
    ArrowDown: () => emit('event', -1),
    PageUp: () => emit('move', sessions.find((f) => f.from > props.at)?.from ?? props.at),
    PageDown: () =>
      emit('move', sessions.findLast((f) => f.from < props.at && fold.indexOf(f) <= here)?.from ?? props.at),
    Home: () => emit('move', ms(props.tape.from)),
    End: () => emit('move', ms(props.tape.to)),
  }
  const act = moves[e.key]
  if (!act) return
  e.preventDefault()
  e.stopPropagation()
  act()
}

/** Keeps the moment in sight where the tape is wider than the screen. */
watch(cursor, async (x) => {
  const el = scroller.value
  if (!el || dragging.value) return
  await nextTick()
  if (x < el.scrollLeft + 30 || x > el.scrollLeft + el.clientWidth - 30) el.scrollLeft = x - el.clientWidth / 2
})
</script>

<template>
  <section class="tape" aria-label="Tape">
    <div class="zones">
      <div class="corner soft">{{ zones.length }} zones</div>
      <button
        v-for="z in zones"
        :key="z.id"
        type="button"
        class="zone"
        :aria-pressed="z.id === zone"
        :title="`${z.name}: ${states[z.id] ?? ''}`"
        @click="emit('zone', z.id)"
      >
        <StateMark :state="z.state" />
        <span class="name">{{ z.name }}</span>
      </button>
    </div>
    <div ref="scroller" class="scroller">
      <svg
        ref="surface"
        :width="scale.width + 12"
        :height="height"
        class="surface"
        @pointermove="drag"
        @pointerup="dragging = false"
        @pointercancel="dragging = false"
      >
        <defs>
          <pattern id="fold" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="6" height="6" class="fold-ground" />
            <line x1="0" y1="0" x2="0" y2="6" class="fold-line" />
          </pattern>
          <template v-for="(row, r) in rows" :key="r">
            <linearGradient v-for="t in row.filter((one) => one.trail)" :id="t.trail?.id" :key="t.step.id">
              <stop
                v-for="(s, i) in t.step.trail"
                :key="i"
                :offset="i / (t.step.trail.length - 1)"
                :stop-color="ink(t.step)"
                :stop-opacity="0.95 - 0.85 * s.hard"
              />
            </linearGradient>
          </template>
        </defs>

        <g class="ground" @pointerdown="press">
          <template v-for="f in scale.folds" :key="f.x">
            <rect :x="f.x" :y="head" :width="f.width" :height="height - head" :class="f.session ? 'lit' : 'folded'" />
          </template>
          <text v-for="d in dayNames" :key="d.word" :x="d.x" y="18" class="day">{{ d.word }}</text>
          <rect x="0" y="0" :width="scale.width + 12" :height="head" fill="transparent" />
        </g>
        <line
          v-for="(z, i) in zones"
          :key="z.id"
          x1="0"
          :x2="scale.width + 12"
          :y1="head + i * rowHeight + 0.5"
          :y2="head + i * rowHeight + 0.5"
          class="scribe"
        />

        <path v-for="w in waits" :key="w.id" :d="w.path" class="wait" />
        <g v-for="(row, r) in rows" :key="r" :transform="`translate(0 ${head + r * rowHeight})`">
          <g v-for="t in row" :key="t.step.id">
            <rect
              v-if="t.trail"
              :x="t.trail.x"
              y="11"
              :width="t.trail.width"
              height="8"
              :fill="`url(#${t.trail.id})`"
              class="trail"
            />
            <line v-if="t.ready" :x1="t.ready" :x2="t.ready" y1="20" y2="28" class="ready" />
            <path v-if="t.window" :d="`M${t.window.from} 5v20h${t.window.to - t.window.from}v-20`" class="window" />
            <text v-if="t.word === 'beside'" :x="t.x + t.width + 4" y="19" class="word halo" aria-hidden="true">
              {{ t.step.short }}
            </text>
            <g
              class="ticket"
              :class="[t.step.kind, { chosen: t.step.id === step }]"
              role="button"
              tabindex="-1"
              @click="emit('step', t.step.id)"
            >
              <title>{{ t.step.number }} {{ t.step.name }}: {{ t.step.detail }}, {{ t.step.when }}</title>
              <rect :x="t.x - 3" y="2" :width="t.width + 6" height="26" fill="transparent" />
              <rect :x="t.x" y="5" :width="t.width" height="20" :fill="ink(t.step)" class="plate" />
              <StepGlyph
                v-if="t.word !== 'in'"
                :x="t.x + t.width / 2 - 5"
                :y="10"
                :act="t.step.do"
                :colour="onInk(t.step)"
              />
              <text v-if="t.word === 'in'" :x="t.x + 4" y="19" class="word" :fill="onInk(t.step)">
                {{ t.step.short }}
              </text>
              <text v-else-if="t.word === 'beside'" :x="t.x + t.width + 4" y="19" class="word beside">
                {{ t.step.short }}
              </text>
              <rect
                v-if="t.step.state === 'bite'"
                :x="t.x - 1.5"
                y="3.5"
                :width="t.width + 3"
                height="23"
                class="bitten"
              />
            </g>
          </g>
        </g>

        <line v-if="wanted !== null" :x1="wanted" :x2="wanted" :y1="4" :y2="height" class="wanted" />
        <text v-if="wanted !== null" :x="wanted - 4" y="18" text-anchor="end" class="day wanted-word">table</text>

        <g
          class="moment"
          role="slider"
          tabindex="0"
          aria-label="Moment"
          :aria-valuemin="ms(tape.from)"
          :aria-valuemax="ms(tape.to)"
          :aria-valuenow="at"
          :aria-valuetext="clock"
          @pointerdown="press"
          @keydown="key"
        >
          <rect :x="cursor - 14" y="0" width="28" :height="height" fill="transparent" />
          <line :x1="cursor" :x2="cursor" y1="10" :y2="height" class="moment-line" />
          <path :d="`M${cursor - 8} 2h16v11l-8 7-8-7z`" class="moment-head" />
        </g>
      </svg>
    </div>
    <div class="visually-hidden">
      <table>
        <caption>
          The tape as a table
        </caption>
        <thead>
          <tr>
            <th>Zone</th>
            <th>Step</th>
            <th>When</th>
            <th>State</th>
          </tr>
        </thead>
        <tbody v-for="z in zones" :key="z.id">
          <tr v-for="s in z.steps" :key="s.id">
            <td>{{ z.name }}</td>
            <td>{{ s.number }} {{ s.name }}</td>
            <td>{{ s.when }}</td>
            <td>{{ s.state }}, {{ s.kind }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.wait {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 2 4;
}
.tape {
  display: grid;
  grid-template-columns: 174px minmax(0, 1fr);
  background: var(--sheet);
  border-top: 1px solid var(--line);
  box-shadow: inset 0 1px 0 var(--lip);
}
.zones {
  border-right: 1px solid var(--line);
}
.corner {
  height: 28px;
  padding: 6px 12px 0;
  font-size: 13px;
}
.zone {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  height: 30px;
  padding: 0 10px;
  border: 0;
  border-top: 1px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.zone .name {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.zone[aria-pressed='true'] {
  background: var(--raised);
  box-shadow: inset 0 0 0 2px var(--ink);
  font-weight: 600;
}
.scroller {
  overflow-x: auto;
  overflow-y: hidden;
}
.surface {
  display: block;
  touch-action: pan-y;
  user-select: none;
}
.ground {
  cursor: ew-resize;
}
.lit {
  fill: var(--lamp);
}
.folded {
  fill: url(#fold);
}
.fold-ground {
  fill: var(--fold);
}
.fold-line {
  stroke: var(--line);
  stroke-width: 1;
}
.scribe {
  stroke: var(--line);
}
.day {
  font: 600 13px var(--v-font-body);
  fill: var(--soft);
  pointer-events: none;
}
.trail {
  pointer-events: none;
}
.ready {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.window {
  fill: none;
  stroke: var(--wait);
  stroke-width: 2;
  pointer-events: none;
}
.ticket {
  cursor: pointer;
}
.plate {
  stroke: var(--ink);
  stroke-opacity: 0.75;
}
.done .plate {
  stroke-opacity: 0.3;
}
.pinned .plate {
  stroke-width: 2;
  stroke-opacity: 1;
}
.chosen .plate {
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-opacity: 1;
}
.bitten {
  fill: none;
  stroke: var(--bite);
  stroke-width: 2;
}
.word {
  font: 600 12.5px var(--v-font-body);
  pointer-events: none;
}
.beside {
  fill: var(--ink);
}
.halo {
  fill: none;
  stroke: var(--lamp);
  stroke-width: 4px;
  stroke-linejoin: round;
}
.wanted {
  stroke: var(--ink);
  stroke-dasharray: 4 3;
}
.wanted-word {
  fill: var(--ink);
}
.moment {
  cursor: ew-resize;
  outline: none;
  touch-action: none;
}
.moment-line {
  stroke: var(--ink);
  stroke-width: 2;
}
.moment-head {
  fill: var(--ink);
}
.moment:focus-visible .moment-head {
  stroke: var(--note);
  stroke-width: 4;
  paint-order: stroke;
}
@media (max-width: 900px) {
  .tape {
    grid-template-columns: 142px minmax(0, 1fr);
  }
  .zone {
    padding: 0 6px;
    gap: 6px;
    font-size: 13px;
  }
}
</style>
