<script setup lang="ts">
import { computed, ref } from 'vue'

import type { PlanDay, PlanSession } from '../wire'
import { useTrade } from './useTrade'

/** When the bench is open in a week: painted over the hours with the pointer, or typed. No hours at all mean that it is always open. */
type Evening = PlanSession
type Span = [from: number, to: number] // minutes since midnight

const sessions = defineModel<Evening[]>({ required: true })

const names = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
const ids: PlanDay[] = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun']
const day = 24 * 60
const step = 30

const minutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3, 5))
const clock = (m: number) => `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`

const week = computed<Span[][]>(() =>
  ids.map((id) =>
    joined(sessions.value.filter((s) => s.days.includes(id)).map((s): Span => [minutes(s.from), minutes(s.to)])),
  ),
)

/** How many pairs of hands are there, by day. */
const hands = computed(() =>
  ids.map((id) => Math.max(1, ...sessions.value.filter((s) => s.days.includes(id)).map((s) => s.hands ?? 1))),
)

/** Spans in order, those that touch as one. */
function joined(spans: Span[]): Span[] {
  const out: Span[] = []
  for (const [from, to] of spans.filter(([a, b]) => b > a).sort((a, b) => a[0] - b[0])) {
    const last = out.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else out.push([from, to])
  }
  return out
}

/** Keeps a week: days with the same hours and hands stand together. */
function keep(to: Span[][], by = hands.value) {
  const out: Evening[] = []
  ids.forEach((day, i) => {
    for (const [from, until] of to[i] ?? []) {
      const two = (by[i] ?? 1) > 1
      const same = out.find((s) => s.from === clock(from) && s.to === clock(until) && !!s.hands === two)
      if (same) same.days.push(day)
      else out.push({ days: [day], from: clock(from), to: clock(until), ...(two ? { hands: 2 } : {}) })
    }
  })
  sessions.value = out
}

const join = (row: number) =>
  keep(
    week.value,
    hands.value.map((n, i) => (i === row ? 3 - n : n)),
  )

function cut(spans: Span[], [from, to]: Span): Span[] {
  return spans.flatMap(([a, b]): Span[] => {
    if (b <= from || a >= to) return [[a, b]]
    const left: Span = [a, Math.min(b, from)]
    const right: Span = [Math.max(a, to), b]
    return [left, right].filter(([x, y]) => y > x)
  })
}

// One stroke paints over hours and days; one that begins on painted hours takes away.
const stroke = ref<{ row: number; at: number; to: number; rows: number; takes: boolean } | null>(null)
const at = (e: PointerEvent) => {
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  const m = Math.floor(((e.clientX - box.left) / box.width) * (day / step)) * step
  return Math.max(0, Math.min(day - step, m))
}
function begin(e: PointerEvent, row: number) {
  if (e.button !== 0) return
  ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
  const m = at(e)
  const takes = week.value[row]?.some(([a, b]) => m >= a && m < b) ?? false
  stroke.value = { row, at: m, to: m, rows: row, takes }
}
function move(e: PointerEvent) {
  const s = stroke.value
  if (!s) return
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  s.to = at(e)
  s.rows = Math.max(0, Math.min(6, s.row + Math.floor((e.clientY - box.top) / box.height)))
}
const painted = computed<Span[][]>(() => {
  const s = stroke.value
  if (!s) return week.value
  const span: Span = [Math.min(s.at, s.to), Math.max(s.at, s.to) + step]
  return week.value.map((spans, i) => {
    if (i < Math.min(s.row, s.rows) || i > Math.max(s.row, s.rows)) return spans
    return s.takes ? cut(spans, span) : joined([...spans.map((one): Span => [...one]), span])
  })
})
function end() {
  const to = painted.value
  if (stroke.value) keep(to)
  stroke.value = null
}

const wrong = ref<Record<number, string>>({})
const typed = (spans: Span[]) => spans.map(([a, b]) => `${clock(a)} to ${clock(b)}`).join(', ')
function type(row: number, words: string) {
  const spans: Span[] = []
  for (const part of words.split(/[,;]|\band\b/).filter((p) => p.trim())) {
    const m = /^\s*(\d{1,2})(?:[:.](\d\d))?\s*(?:-|–|to|until)\s*(\d{1,2})(?:[:.](\d\d))?\s*$/.exec(part)
    const from = m ? Number(m[1]) * 60 + Number(m[2] ?? 0) : NaN
    const to = m ? Number(m[3]) * 60 + Number(m[4] ?? 0) : NaN
    if (!(from < to && to <= day)) {
      wrong.value = { ...wrong.value, [row]: `“${part.trim()}” are no hours. Write 19:30 to 22:30` }
      return
    }
    spans.push([from, to])
  }
  wrong.value = { ...wrong.value, [row]: '' }
  keep(week.value.map((is, i) => (i === row ? joined(spans) : is)))
}

// What is usual of an evening and of a day off, as a new build begins with.
const trade = useTrade()
const usual = (day: PlanDay): Span => {
  const one = trade.value?.usual.brief.sessions?.find((s) => s.days.includes(day))
  return one ? [minutes(one.from), minutes(one.to)] : [0, 0]
}
const evening = computed(() => usual('mon'))
const daytime = computed(() => usual('sat'))
const sets = computed<{ words: string; week: Span[][] }[]>(() => [
  { words: 'Weekday evenings', week: ids.map((_, i) => (i < 5 ? [evening.value] : [])) },
  { words: 'Weekends only', week: ids.map((_, i) => (i < 5 ? [] : [daytime.value])) },
  { words: 'Every evening', week: ids.map(() => [evening.value]) },
  { words: 'Always open', week: ids.map(() => []) },
])
const hours = [0, 6, 12, 18, 24]
</script>

<template>
  <div class="week" role="group" aria-label="Evenings of a week">
    <div class="sets">
      <button v-for="s in sets" :key="s.words" type="button" class="act" @click="keep(s.week)">{{ s.words }}</button>
    </div>
    <div class="scale" aria-hidden="true">
      <span v-for="h in hours" :key="h" class="figure" :style="{ left: `${(100 * h) / 24}%` }">{{ h }}</span>
    </div>
    <div v-for="(name, row) in names" :key="name" class="day">
      <span class="plate">{{ name }}</span>
      <div
        class="track"
        aria-hidden="true"
        @pointerdown="(e) => begin(e, row)"
        @pointermove="move"
        @pointerup="end"
        @pointercancel="stroke = null"
      >
        <i
          v-for="[from, to] in painted[row]"
          :key="from"
          :style="{ left: `${(100 * from) / day}%`, width: `${(100 * (to - from)) / day}%` }"
        />
      </div>
      <input
        :value="typed(painted[row] ?? [])"
        :aria-label="`${name}: hours`"
        :aria-invalid="!!wrong[row]"
        placeholder="closed"
        autocomplete="off"
        class="figure"
        @change="type(row, ($event.target as HTMLInputElement).value)"
      />
      <button
        v-if="painted[row]?.length"
        type="button"
        class="act"
        :aria-pressed="(hands[row] ?? 1) > 1"
        :aria-label="`${name}: ${(hands[row] ?? 1) > 1 ? 'two of us' : 'alone'}`"
        title="A second pair of hands: a club night"
        @click="join(row)"
      >
        {{ (hands[row] ?? 1) > 1 ? 'two of us' : 'alone' }}
      </button>
      <p v-if="wrong[row]" class="wrong">{{ wrong[row] }}</p>
    </div>
    <p class="soft small">
      {{
        sessions.length
          ? 'Paint over the hours, or type them; a stroke that begins on painted hours takes them away. Alone, or two of us: how many pairs of hands are there.'
          : 'No hours are painted: the bench counts as always open.'
      }}
    </p>
  </div>
</template>

<style scoped>
.week {
  display: grid;
  gap: 2px;
}
.sets {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 6px;
}
.scale,
.day {
  margin-left: 0;
}
.scale {
  position: relative;
  height: 16px;
  margin: 0 282px 0 92px;
  font-size: 12px;
  color: var(--soft);
}
.scale span {
  position: absolute;
  transform: translateX(-50%);
}
.day {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr) 182px 84px;
  gap: 0 8px;
  align-items: center;
  min-height: 34px;
}
.track {
  position: relative;
  height: 28px;
  background:
    repeating-linear-gradient(90deg, var(--line) 0 1px, transparent 1px calc(100% / 24)) left / 100% 100%,
    var(--raised);
  border-bottom: 1px solid var(--line);
  cursor: crosshair;
  touch-action: none;
}
.track i {
  position: absolute;
  top: 8px;
  height: 14px;
  background: var(--lamp);
  border: 1px solid var(--ink);
}
input {
  width: 100%;
  min-width: 0;
  min-height: 28px;
  padding: 0 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  color: inherit;
  font-size: 14px;
}
.wrong {
  grid-column: 2 / -1;
  color: var(--bite);
  font-size: 13px;
  font-weight: 600;
}
@media (pointer: coarse) {
  .day {
    min-height: 48px;
  }
  .track,
  input {
    height: 44px;
  }
  .track i {
    top: 12px;
    height: 20px;
  }
}
@media (max-width: 640px) {
  .day {
    grid-template-columns: 84px minmax(0, 1fr) 84px;
  }
  .day .track {
    grid-column: 1 / -1;
    grid-row: 2;
  }
  .scale {
    margin: 0;
  }
}
</style>
