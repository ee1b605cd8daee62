<script setup lang="ts">
import { useElementSize, useMediaQuery } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import StateMark from '../../shared/StateMark.vue'
import type { Effect, Odds, Tape, Zone } from '../../wire'
import TapeDays from './TapeDays.vue'
import { ink, laneOf, ms, waitsOf } from './lanes'
import { quarter, tapeScale } from './scale'
import TapeTable from './TapeTable.vue'
import TapeTicket from './TapeTicket.vue'
import { torn } from './torn'
import { useGrip, type Carried } from './useGrip'

const props = defineProps<{
  tape: Tape
  zones: readonly Zone[]
  at: number // the moment, ms since 1970
  now: number
  clock: string // the moment in words
  zone: string
  step: string
  states: Readonly<Record<string, string>> // zone id -> its top film at the moment
  timezone: string
  preview: Effect | null // of the change that is being made
  carried: Carried | null
  verdict: { words: string; state: string } // of what is carried
  slope: readonly Odds[] // how likely harm is to the next step of the zone
}>()
const emit = defineEmits<{
  move: [at: number]
  event: [direction: 1 | -1]
  toNow: []
  zone: [id: string]
  step: [id: string]
  carry: [carried: Carried | null]
  drop: []
  day: [date: string, hours: { from: string; to: string }[], usual: boolean]
}>()

const coarse = useMediaQuery('(pointer: coarse)')
const rowHeight = computed(() => (coarse.value ? 44 : 30))
const edge = 5 // of masking tape, px

const scroller = useTemplateRef('scroller')
const { width } = useElementSize(scroller)
const lit = computed(() => props.tape.sessions.map((s) => ({ from: ms(s.from), to: ms(s.to), label: s.label })))
const scale = computed(() =>
  tapeScale(ms(props.tape.from), ms(props.tape.to), lit.value, Math.max(200, width.value - 12)),
)
const lanes = computed(() => props.zones.length * rowHeight.value)
const height = computed(() => lanes.value + edge + 2)
const top = (row: number) => edge + row * rowHeight.value
/** The danger of the next step, fading over the zone's lane. */
const danger = computed(() => {
  const row = props.zones.findIndex((z) => z.id === props.zone)
  if (row < 0) return []
  return props.slope.slice(0, -1).flatMap((s, i) => {
    const [from, to] = [ms(s.at), ms(props.slope[i + 1]?.at ?? s.at)]
    const x = scale.value.x(from)
    const width = scale.value.x(to) - x
    return s.chance && width > 0 ? [{ x, width, y: top(row), chance: s.chance }] : []
  })
})

const rows = computed(() => props.zones.map((z) => laneOf(z, props.tape, scale.value)))
const waits = computed(() => waitsOf(props.zones, scale.value, (row) => top(row) + rowHeight.value / 2))

const cursor = computed(() => scale.value.x(props.at))
const nowAt = computed(() =>
  props.now < ms(props.tape.from) || props.now > ms(props.tape.to) ? null : Math.round(scale.value.x(props.now)),
)
const wanted = computed(() => (props.tape.wanted ? scale.value.x(ms(props.tape.wanted)) : null))

/** Where the steps would stand that a change moves. */
const ghosts = computed(() =>
  (props.preview?.moves ?? []).flatMap((m) => {
    const row = props.zones.findIndex((z) => z.id === m.zone)
    if (row < 0) return []
    const x = scale.value.x(ms(m.start))
    const old = rows.value[row]?.find((t) => t.step.id === m.step)
    return [
      {
        id: m.step,
        x,
        y: top(row),
        width: Math.max(13, scale.value.x(ms(m.end)) - x),
        from: old && Math.abs(old.x - x) > 6 ? old.x + old.width / 2 : null,
        short: m.short,
        own: m.step === props.preview?.step,
      },
    ]
  }),
)

const surface = useTemplateRef<SVGSVGElement>('surface')
const momentAt = (e: PointerEvent) => scale.value.moment(e.clientX - (surface.value?.getBoundingClientRect().left ?? 0))
const dragging = ref(false)
function press(e: PointerEvent) {
  if (e.button !== 0) return
  dragging.value = true
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
  emit('move', momentAt(e))
}
function drag(e: PointerEvent) {
  if (dragging.value) emit('move', momentAt(e))
}

const sessions = computed(() => scale.value.folds.filter((f) => f.session))
const sessionAfter = (t: number) => sessions.value.find((f) => f.from > t)?.from ?? t
const sessionBefore = (t: number) => sessions.value.findLast((f) => f.from < t)?.from ?? t

const { take, carry, release, cancel, ticketKey, chosenLast } = useGrip({
  props,
  rows,
  scale,
  surface,
  rowHeight,
  edge,
  sessionAfter,
  sessionBefore,
  carried: (c) => emit('carry', c),
  dropped: () => emit('drop'),
  chosen: (id) => emit('step', id),
})

function key(e: KeyboardEvent) {
  const moves: Record<string, () => void> = {
    ArrowRight: () => emit('move', props.at + quarter),
    ArrowLeft: () => emit('move', props.at - quarter),
    ArrowUp: () => emit('event', 1),
    ArrowDown: () => emit('event', -1),
    PageUp: () => emit('move', sessionAfter(props.at)),
    PageDown: () => emit('move', sessionBefore(props.at)),
    Home: () => emit('move', ms(props.tape.from)),
    End: () => emit('move', ms(props.tape.to)),
  }
  const act = moves[e.key]
  if (!act) return
  e.preventDefault()
  e.stopPropagation()
  act()
}

const hand = computed(() => {
  const c = props.carried
  const row = props.zones.findIndex((z) => z.id === c?.zone)
  return c && row >= 0 ? { x: scale.value.x(c.at), row } : null
})

/** Keeps the moment in sight where the tape is wider than the screen. */
watch(cursor, async (x) => {
  const el = scroller.value
  if (!el || dragging.value) return
  await nextTick()
  if (x < el.scrollLeft + 30 || x > el.scrollLeft + el.clientWidth - 30) el.scrollLeft = x - el.clientWidth / 2
})
const plateWidth = computed(() => (coarse.value ? 146 : 118))
/** A plate on the rail stays on it. */
const plate = (x: number, wide: number) => Math.max(0, Math.min(scale.value.width + 12 - wide, x - wide / 2))
</script>

<template>
  <section class="tape" aria-label="Tape" :style="{ '--row': `${rowHeight}px`, '--edge': `${edge}px` }">
    <div class="zones">
      <div class="corner" />
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
        <bdi class="name">{{ z.name }}</bdi>
      </button>
    </div>
    <div ref="scroller" class="scroller">
      <div class="sheet-of" :style="{ width: `${scale.width + 12}px` }">
        <TapeDays
          :tape="tape"
          :scale="scale"
          :timezone="timezone"
          :now="now"
          @day="(date, hours, usual) => emit('day', date, hours, usual)"
        />
        <svg ref="surface" :width="scale.width + 12" :height="height" class="surface">
          <defs>
            <pattern id="fold" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
              <rect width="6" height="6" class="fold-ground" />
              <line x1="0" y1="0" x2="0" y2="6" class="fold-line" />
            </pattern>
            <pattern id="lane-danger" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
              <line x1="0" y1="0" x2="0" y2="6" class="danger-line" />
            </pattern>
            <template v-for="(row, r) in rows" :key="r">
              <linearGradient v-for="t in row.filter((one) => one.trail)" :id="t.trail?.id" :key="t.step.id">
                <stop
                  v-for="(hard, i) in t.step.trail?.hard"
                  :key="i"
                  :offset="i / ((t.step.trail?.hard.length ?? 2) - 1)"
                  :stop-color="ink(t.step)"
                  :stop-opacity="0.95 - 0.85 * hard"
                />
              </linearGradient>
            </template>
          </defs>

          <g
            class="ground"
            @pointerdown="press"
            @pointermove="drag"
            @pointerup="dragging = false"
            @pointercancel="dragging = false"
          >
            <template v-for="f in scale.folds" :key="f.x">
              <rect :x="f.x" y="0" :width="f.width" :height="height" :class="f.session ? 'open' : 'folded'" />
              <template v-if="f.session">
                <path :d="torn(f.x, 0, f.width, edge)" class="masking" />
              </template>
            </template>
            <rect v-if="nowAt !== null" x="0" y="0" :width="nowAt" :height="height" class="past" />
          </g>
          <line
            v-for="(z, i) in zones"
            :key="z.id"
            x1="0"
            :x2="scale.width + 12"
            :y1="top(i) + 0.5"
            :y2="top(i) + 0.5"
            class="scribe"
          />
          <rect v-if="hand" x="0" :y="top(hand.row)" :width="scale.width + 12" :height="rowHeight" class="over" />

          <rect
            v-for="d in danger"
            :key="d.x"
            :x="d.x"
            :y="d.y + 1"
            :width="d.width"
            :height="rowHeight - 1"
            fill="url(#lane-danger)"
            :opacity="d.chance"
            class="danger"
          />
          <path v-for="w in waits" :key="w.id" :d="w.path" class="wait" />
          <g v-if="nowAt !== null" class="now-line">
            <line :x1="nowAt" :x2="nowAt" y1="0" :y2="height" />
          </g>
          <line v-if="wanted !== null" :x1="wanted" :x2="wanted" y1="0" :y2="height" class="wanted" />
          <g class="moment-ground"><line :x1="cursor" :x2="cursor" y1="0" :y2="height" class="moment-line" /></g>

          <g v-for="(row, r) in rows" :key="r" :transform="`translate(0 ${top(r)})`">
            <TapeTicket
              v-for="t in chosenLast(row)"
              :key="t.step.id"
              :ticket="t"
              :height="rowHeight"
              :reach="coarse ? 44 : 24"
              :chosen="t.step.id === step"
              :lifted="carried?.step === t.step.id"
              @touchstart="(e: TouchEvent) => t.step.id === step && t.step.kind !== 'done' && e.preventDefault()"
              @pointerdown="(e: PointerEvent) => take(e, r, t.step.id)"
              @pointermove="carry"
              @pointerup="(e: PointerEvent) => release(e, r, t.step.id)"
              @pointercancel="cancel"
              @keydown="(e: KeyboardEvent) => ticketKey(e, r, t.step.id)"
            />
          </g>

          <g v-for="g in ghosts" :key="g.id" class="ghost" :class="{ own: g.own }">
            <path
              v-if="g.from !== null"
              :d="`M${g.from} ${g.y + rowHeight / 2}H${g.x + (g.from < g.x ? -2 : g.width + 2)}`"
              class="way"
            />
            <rect :x="g.x" :y="g.y + 4" :width="g.width" :height="rowHeight - 8" />
          </g>
        </svg>
        <slot name="under" :x="(t: number) => scale.x(t)" />
        <div v-if="hand && carried" class="hand" :style="{ left: `${hand.x}px`, top: `${top(hand.row) + 34}px` }">
          <span class="figure">{{ verdict.words }}</span>
        </div>
        <div
          class="rail"
          @pointerdown="press"
          @pointermove="drag"
          @pointerup="dragging = false"
          @pointercancel="dragging = false"
        >
          <button
            v-if="nowAt !== null"
            type="button"
            class="now-plate figure"
            :style="{ left: `${plate(nowAt, 62)}px` }"
            title="Back to now (n)"
            aria-label="now: bring the moment back"
            @pointerdown.stop
            @click="emit('toNow')"
          >
            now
          </button>
          <span v-if="wanted !== null" class="wanted-word" :style="{ left: `${wanted - 4}px` }">wanted</span>
          <div
            class="moment figure"
            role="slider"
            tabindex="0"
            aria-label="Moment"
            :aria-valuemin="ms(tape.from)"
            :aria-valuemax="ms(tape.to)"
            :aria-valuenow="at"
            :aria-valuetext="clock"
            :style="{ left: `${plate(cursor, plateWidth)}px`, width: `${plateWidth}px` }"
            @keydown="key"
          >
            {{ clock }}
          </div>
        </div>
      </div>
    </div>
    <TapeTable :zones="zones" />
  </section>
</template>

<style scoped>
.danger {
  pointer-events: none;
}
.danger-line {
  stroke: var(--bite);
  stroke-width: 2.5;
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
  height: calc(var(--days) + var(--edge));
}
.zone {
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
  height: var(--row);
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
  box-shadow: inset 4px 0 0 var(--ink);
  font-weight: 600;
}
.scroller {
  overflow-x: auto;
  overflow-y: hidden;
  min-height: 200px;
}
.sheet-of {
  position: relative;
}
.surface {
  display: block;
  touch-action: pan-x pan-y;
  user-select: none;
}
.ground,
.rail {
  cursor: ew-resize;
}
.open {
  fill: var(--raised);
}
.masking {
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
.past {
  fill: var(--ink);
  fill-opacity: 0.07;
}
.over {
  fill: var(--note);
  fill-opacity: 0.14;
  pointer-events: none;
}
.scribe {
  stroke: var(--line);
  pointer-events: none;
}
.wait {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 2 4;
  pointer-events: none;
}
.wanted {
  stroke: var(--ink);
  stroke-dasharray: 4 3;
  pointer-events: none;
}
.now-line line {
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-dasharray: 0.1 5;
  stroke-linecap: round;
  pointer-events: none;
}
.moment-line {
  stroke: var(--ink);
  stroke-width: 2;
  pointer-events: none;
}
.ghost {
  pointer-events: none;
}
.ghost rect {
  fill: none;
  stroke: var(--note);
  stroke-width: 1.5;
  stroke-dasharray: 4 3;
}
.ghost.own rect {
  stroke: var(--ink);
  stroke-width: 2;
}
.way {
  fill: none;
  stroke: var(--note);
  stroke-dasharray: 2 3;
}
.hand {
  position: absolute;
  z-index: 3;
  max-width: 420px;
  padding: 4px 10px;
  background: var(--action);
  color: var(--on-action);
  font-size: 14px;
  pointer-events: none;
  transform: translateX(-20px);
}
.rail {
  position: relative;
  height: 30px;
  border-top: 1px solid var(--line);
  touch-action: none;
}
.wanted-word {
  position: absolute;
  top: 4px;
  transform: translateX(-100%);
  font: 600 13px var(--v-font-body);
  pointer-events: none;
}
.moment,
.now-plate {
  position: absolute;
  top: 3px;
  height: 24px;
  font-size: 13px;
  line-height: 24px;
  text-align: center;
  white-space: nowrap;
}
.moment {
  background: var(--action);
  color: var(--on-action);
  clip-path: polygon(0 4px, calc(50% - 5px) 4px, 50% 0, calc(50% + 5px) 4px, 100% 4px, 100% 100%, 0 100%);
  padding-top: 2px;
  cursor: ew-resize;
}
.moment:focus-visible {
  outline: none;
  clip-path: none;
  box-shadow: 0 0 0 3px var(--note);
}
.now-plate {
  width: 62px;
  padding: 0;
  border: 0;
  background: var(--lamp);
  color: var(--on-lamp);
  font-weight: 600;
  cursor: pointer;
}
@media (pointer: coarse) {
  .rail {
    height: 46px;
  }
  .moment {
    touch-action: none;
    height: 40px;
    line-height: 38px;
    font-size: 15px;
  }
  .now-plate {
    height: 44px;
    top: 0;
    line-height: 40px;
  }
}
@media (max-width: 900px) {
  .tape {
    grid-template-columns: 142px minmax(0, 1fr);
  }
  .zone {
    padding: 0 6px;
    gap: 6px;
    font-size: 14px;
  }
}
@media (max-width: 640px) {
  .tape {
    grid-template-columns: 92px minmax(0, 1fr);
  }
}
</style>
