<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { quarter, tapeScale } from '../instruments/tape/scale'
import type { Build } from '../wire'

/** The tape in one row: sessions along its edge, each step a tick, the moment dragged over it. */
const props = defineProps<{ build: Build; at: number; now: number; clock: string }>()
const emit = defineEmits<{ move: [t: number]; event: [by: 1 | -1]; now: [] }>()

const holder = ref<HTMLElement | null>(null)
const { width } = useElementSize(holder)
const ms = (t: string) => Date.parse(t)
const scale = computed(() =>
  tapeScale(
    ms(props.build.tape.from),
    ms(props.build.tape.to),
    props.build.tape.sessions.map((s) => ({ from: ms(s.from), to: ms(s.to), label: s.label })),
    width.value,
    1,
  ),
)
const ticks = computed(() =>
  props.build.zones.flatMap((z) =>
    z.steps.map((s) => ({ id: s.id, x: scale.value.x(ms(s.end)), done: s.kind === 'done' })),
  ),
)
const days = computed(() => scale.value.folds.filter((f) => f.session && f.width > 30))
const brief = (label: string) => label.replace(/^(\w\w)\w*/, '$1')
let held = false
function follow(e: PointerEvent) {
  const box = (e.currentTarget as SVGElement).getBoundingClientRect()
  emit('move', scale.value.moment(e.clientX - box.left))
}
function grab(e: PointerEvent) {
  held = true
  ;(e.currentTarget as SVGElement).setPointerCapture(e.pointerId)
  follow(e)
}
function drag(e: PointerEvent) {
  if (held) follow(e)
}
function key(e: KeyboardEvent) {
  const by = { ArrowLeft: -quarter, ArrowRight: quarter, PageUp: 24 * 4 * quarter, PageDown: -24 * 4 * quarter }[e.key]
  if (!by) return
  e.preventDefault()
  emit('move', props.at + by)
}
</script>

<template>
  <div class="look-tape">
    <button
      type="button"
      class="act"
      aria-label="Event before"
      title="Event before (,)"
      data-key=","
      @click="emit('event', -1)"
    >
      ‹
    </button>
    <div ref="holder" class="strip">
      <svg
        :width="width"
        height="54"
        role="slider"
        tabindex="0"
        aria-label="The moment"
        :aria-valuemin="ms(build.tape.from)"
        :aria-valuemax="ms(build.tape.to)"
        :aria-valuenow="at"
        :aria-valuetext="clock"
        @pointerdown="grab"
        @pointermove="drag"
        @pointerup="held = false"
        @pointercancel="held = false"
        @keydown="key"
      >
        <rect class="lane" x="0" y="18" :width="width" height="26" />
        <g v-for="f in scale.folds" :key="f.from">
          <rect v-if="f.session" class="lit" :x="f.x" y="14" :width="f.width" height="4" />
        </g>
        <text v-for="f in days" :key="f.from" class="day" :x="f.x + 2" y="11">{{ brief(f.label) }}</text>
        <line v-for="t in ticks" :key="t.id" :class="['tick', { done: t.done }]" :x1="t.x" :x2="t.x" y1="22" y2="40" />
        <line class="now" :x1="scale.x(now)" :x2="scale.x(now)" y1="14" y2="54" />
        <g class="moment" :transform="`translate(${scale.x(at)} 0)`">
          <line y1="12" y2="48" />
          <path d="M-7,54 L7,54 L0,44 Z" />
        </g>
      </svg>
    </div>
    <button
      type="button"
      class="act"
      aria-label="Next event"
      title="Next event (.)"
      data-key="."
      @click="emit('event', 1)"
    >
      ›
    </button>
    <button type="button" class="act" :disabled="at === now" @click="emit('now')">Now</button>
  </div>
</template>

<style scoped>
.look-tape {
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr) 44px auto;
  gap: 6px;
  align-items: center;
  padding: 6px 10px;
  background: var(--sheet);
  border-top: 1px solid var(--line);
}
.act {
  min-height: 44px;
}
.strip {
  min-width: 0;
  height: 54px;
}
svg {
  display: block;
  touch-action: none;
  cursor: ew-resize;
}
.lane {
  fill: var(--raised);
  stroke: var(--line);
}
.lit {
  fill: var(--lamp);
}
.day {
  fill: var(--soft);
  font: 12px var(--v-font-heading);
}
.tick {
  stroke: var(--soft);
  stroke-width: 2;
}
.tick.done {
  stroke: var(--ink);
}
.now {
  stroke: var(--note);
  stroke-width: 2;
  stroke-dasharray: 3 2;
}
.moment line {
  stroke: var(--ink);
  stroke-width: 2;
}
.moment path {
  fill: var(--ink);
}
</style>
