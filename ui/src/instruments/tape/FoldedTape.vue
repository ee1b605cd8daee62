<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import StateMark from '../../shared/StateMark.vue'
import type { Tape, Zone } from '../../wire'
import { dayNames, ink, laneOf, ms, waitsOf } from './lanes'
import { tapeScale } from './scale'
import TapeTable from './TapeTable.vue'
import TapeTicket from './TapeTicket.vue'

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
const lit = computed(() => props.tape.sessions.map((s) => ({ from: ms(s.from), to: ms(s.to), label: s.label })))
const scale = computed(() =>
  tapeScale(ms(props.tape.from), ms(props.tape.to), lit.value, Math.max(200, width.value - 12)),
)
const height = computed(() => head + props.zones.length * rowHeight + 2)

const rows = computed(() => props.zones.map((z) => laneOf(z, props.tape, scale.value)))
const waits = computed(() => waitsOf(props.zones, scale.value, (row) => head + row * rowHeight + rowHeight / 2))

const cursor = computed(() => scale.value.x(props.at))
const wanted = computed(() => (props.tape.wanted ? scale.value.x(ms(props.tape.wanted)) : null))
const days = computed(() => dayNames(scale.value, cursor.value, wanted.value))

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
          <text v-for="d in days" :key="d.word" :x="d.x" y="18" class="day">{{ d.word }}</text>
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
          <TapeTicket
            v-for="t in row"
            :key="t.step.id"
            :ticket="t"
            :chosen="t.step.id === step"
            @choose="emit('step', t.step.id)"
          />
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
    <TapeTable :zones="zones" />
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
