<script setup lang="ts">
import { computed, ref } from 'vue'

import { toWall } from '../../shared/zoned'
import type { Tape } from '../../wire'
import { ms } from './lanes'
import { quarter, type TapeScale } from './scale'
import { say } from '../../shared/say'

/**
 * The days over the tape. A day is off at a tap, and on again at the next; its end is pulled to make it longer; a day on which the bench is shut is
 * opened.
 */
const props = defineProps<{ tape: Tape; scale: TapeScale; timezone: string; now: number }>()
const emit = defineEmits<{ day: [date: string, hours: { from: string; to: string }[], usual: boolean] }>()

const wall = (t: number) => toWall(new Date(t).toISOString(), props.timezone)
const dateOf = (t: number) => wall(t).slice(0, 10)
const clockOf = (t: number) => wall(t).slice(11)

interface Day {
  date: string
  x: number
  width: number
  label: string
  month: string
  end: number // px
  to: number
  two: string // of us, as a title says it
}
const days = computed<Day[]>(() =>
  props.tape.sessions.map((s) => {
    const x = props.scale.x(ms(s.from))
    const end = props.scale.x(ms(s.to))
    return {
      date: s.date,
      x,
      width: end - x,
      label: s.label,
      month: s.month,
      end,
      to: ms(s.to),
      two: s.second ? ', two of us' : '',
    }
  }),
)
const off = computed(() => props.tape.off.map((o) => ({ ...o, x: props.scale.x(ms(o.at)) })))

/** A day's name as it has room; the first of a month keeps its month before its weekday. */
function named(d: Day) {
  const [weekday = '', figure = ''] = d.label.split(' ')
  const brief = `${weekday.slice(0, 2)} ${figure}`
  const names = d.month ? [`${d.label} ${d.month}`, `${brief} ${d.month}`, `${figure} ${d.month}`] : [d.label, brief]
  if (d.two) names.unshift(`${d.label}${d.two}`, `${brief} ×2`)
  return names.find((words) => words.length * 7 + 4 <= d.width) ?? (d.month ? `${figure} ${d.month}` : figure)
}

/** The hours of a day as they are, with one of its ends moved. */
function hoursOf(date: string, moved?: { was: number; to: number }) {
  return props.tape.sessions
    .filter((s) => s.date === date)
    .map((s) => {
      const to = moved && ms(s.to) === moved.was ? moved.to : ms(s.to)
      return { from: clockOf(ms(s.from)), to: dateOf(to) > date ? '24:00' : clockOf(to) }
    })
}

// The end of a session is pulled, in quarters of an hour.
const pulled = ref<{ date: string; was: number; to: number } | null>(null)
let from = 0
const perMs = (d: Day) => (d.to - ms(props.tape.sessions.find((s) => ms(s.to) === d.to)?.from ?? '')) / d.width
function grab(e: PointerEvent, d: Day) {
  from = e.clientX
  pulled.value = { date: d.date, was: d.to, to: d.to }
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
}
function pull(e: PointerEvent, d: Day) {
  const p = pulled.value
  if (!p || p.was !== d.to) return
  lengthen(d, Math.round(((e.clientX - from) * perMs(d)) / quarter) * quarter)
}
function lengthen(d: Day, by: number) {
  const begin = ms(props.tape.sessions.find((s) => ms(s.to) === d.to)?.from ?? '')
  const midnight = begin + (24 * 60 - minutesOf(clockOf(begin))) * 60_000
  pulled.value = { date: d.date, was: d.to, to: Math.max(begin + quarter, Math.min(midnight, d.to + by)) }
}
const minutesOf = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3))
function let_go() {
  const p = pulled.value
  pulled.value = null
  if (p && p.to !== p.was) emit('day', p.date, hoursOf(p.date, p), false)
}
function lengthenBy(d: Day, by: number) {
  lengthen(d, by)
  let_go()
}

// A day between sessions is opened.
const opening = ref<{ x: number; days: { date: string; label: string }[] } | null>(null)
const chosen = ref('')
const hours = ref({ from: '', to: '' }) // as long as the longest session is
const shut = computed(() =>
  props.scale.folds
    .filter((f) => !f.session && f.to > props.now)
    .map((f) => ({ x: f.x + f.width / 2, days: daysIn(Math.max(f.from, props.now), f.to) }))
    .filter((f) => f.days.length),
)
function daysIn(from: number, to: number) {
  const out: { date: string; label: string }[] = []
  const taken = new Set([...props.tape.sessions.map((s) => s.date), ...props.tape.off.map((o) => o.date)])
  for (let t = from; t < to && out.length < 40; t += 24 * 3_600_000) {
    const date = dateOf(t)
    if (taken.has(date)) continue
    const label = say(date, 'day')
    out.push({ date, label })
  }
  return out
}
function open(f: { x: number; days: { date: string; label: string }[] }) {
  opening.value = opening.value?.x === f.x ? null : f
  chosen.value = f.days[0]?.date ?? ''
  const length = (s: { from: string; to: string }) => ms(s.to) - ms(s.from)
  const longest = [...props.tape.sessions].sort((a, b) => length(b) - length(a))[0]
  if (longest) hours.value = { from: clockOf(ms(longest.from)), to: hoursOf(longest.date)[0]?.to ?? '' }
}
function extra() {
  emit('day', chosen.value, [{ ...hours.value }], false)
  opening.value = null
}
</script>

<template>
  <div class="days">
    <template v-for="d in days" :key="d.date + d.x">
      <button
        type="button"
        class="day"
        :data-day="d.label"
        :style="{ left: `${d.x}px`, width: `${Math.max(22, d.width - 10)}px` }"
        :title="`${d.label}, ${clockOf(ms(tape.sessions.find((s) => s.date === d.date)?.from ?? ''))} to ${clockOf(d.to)}${d.two}. A tap: off. Pull its end: longer.`"
        :aria-label="`${named(d)}: ${d.label}${d.two}, open. Press for a day off; right arrow: longer, left arrow: shorter`"
        @click="emit('day', d.date, [], false)"
        @keydown.right.prevent.stop="lengthenBy(d, 2 * quarter)"
        @keydown.left.prevent.stop="lengthenBy(d, -2 * quarter)"
      >
        {{ named(d) }}
      </button>
      <span
        class="pull"
        :class="{ held: pulled?.was === d.to }"
        :style="{
          left: `${(pulled?.was === d.to ? d.x + d.width * ((pulled.to - d.to) / (perMs(d) * d.width) + 1) : d.end) - 11}px`,
        }"
        :title="`Ends ${clockOf(pulled?.was === d.to ? pulled.to : d.to)}; pull it`"
        @pointerdown="(e) => grab(e, d)"
        @pointermove="(e) => pull(e, d)"
        @pointerup="let_go"
        @pointercancel="pulled = null"
      >
        <span v-if="pulled?.was === d.to" class="until figure">{{ clockOf(pulled.to) }}</span>
      </span>
    </template>
    <button
      v-for="o in off"
      :key="o.date"
      type="button"
      class="day shut"
      :style="{ left: `${o.x - 8}px` }"
      :title="`${o.label} is off. A tap: open as its week says`"
      :aria-label="`${o.label}: off. Press to open it again`"
      @click="emit('day', o.date, [], true)"
    >
      {{ o.label }}
    </button>
    <button
      v-for="f in shut"
      :key="f.x"
      type="button"
      class="more"
      :style="{ left: `${f.x - 11}px` }"
      title="An extra session"
      :aria-label="`An extra session between, from ${f.days[0]?.label}`"
      @click="open(f)"
    >
      <span aria-hidden="true">+</span>
    </button>
    <form v-if="opening" class="opening" :style="{ left: `${opening.x}px` }" @submit.prevent="extra">
      <span class="plate">An extra session</span>
      <div class="which" role="group" aria-label="On which day">
        <button
          v-for="d in opening.days"
          :key="d.date"
          type="button"
          :aria-pressed="d.date === chosen"
          @click="chosen = d.date"
        >
          {{ d.label }}
        </button>
      </div>
      <div class="from">
        <label
          >from <input v-model="hours.from" class="figure" pattern="([01][0-9]|2[0-3]):[0-5][0-9]" required
        /></label>
        <label
          >to <input v-model="hours.to" class="figure" pattern="(([01][0-9]|2[0-3]):[0-5][0-9]|24:00)" required
        /></label>
      </div>
      <div class="from">
        <button type="submit" class="act first">Open the bench</button>
        <button type="button" class="act" @click="opening = null">Leave it</button>
      </div>
    </form>
  </div>
</template>

<style scoped>
.days {
  position: relative;
  height: var(--days);
}
.day {
  position: absolute;
  top: 0;
  height: var(--days);
  padding: 0 0 0 3px;
  border: 0;
  background: none;
  color: var(--soft);
  font: 600 13px var(--v-font-body);
  text-align: left;
  white-space: nowrap;
  cursor: pointer;
}
.day:hover {
  color: var(--ink);
  text-decoration: line-through;
}
.shut {
  z-index: 1;
  padding: 0 3px;
  text-decoration: line-through;
}
.shut:hover {
  text-decoration: none;
}
.pull {
  position: absolute;
  top: 0;
  width: 14px;
  height: var(--days);
  cursor: ew-resize;
  touch-action: none;
  box-shadow: inset -3px 0 0 -1px var(--line);
}
.pull:hover,
.held {
  box-shadow: inset -3px 0 0 0 var(--ink);
}
.until {
  position: absolute;
  right: 6px;
  top: 4px;
  padding: 0 6px;
  background: var(--action);
  color: var(--on-action);
  font-size: 14px;
}
.more {
  position: absolute;
  top: 0;
  width: 22px;
  height: var(--days);
  padding: 0;
  border: 0;
  background: none;
  color: var(--line);
  font: 600 16px var(--heading);
  cursor: pointer;
}
.more:hover,
.more:focus-visible {
  color: var(--ink);
}
.opening {
  position: absolute;
  z-index: 5;
  top: var(--days);
  transform: translateX(-50%);
  display: grid;
  gap: 8px;
  min-width: 250px;
  max-height: 220px;
  overflow: auto;
  padding: 10px 12px;
  background: var(--raised);
  border: 1px solid var(--ink);
}
.which {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.which button {
  min-height: 32px;
  padding: 0 8px;
  border: 0;
  background: none;
  color: inherit;
  font: 14px var(--v-font-body);
  cursor: pointer;
}
.which button[aria-pressed='true'] {
  box-shadow: inset 0 -3px 0 var(--ink);
  font-weight: 600;
}
.from {
  display: flex;
  gap: 12px;
}
.from input {
  width: 68px;
  padding: 4px 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  color: inherit;
  font-size: 15px;
}
@media (pointer: coarse) {
  .which button {
    min-height: 44px;
  }
  .pull {
    width: 24px;
  }
}
</style>
