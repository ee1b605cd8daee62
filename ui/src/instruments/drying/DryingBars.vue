<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { say } from '../../shared/say'
import type { BenchClock } from '../../wire'

/** Films that dry, each on edge over its ground, on the evening's one line of time; one thread of now goes through all. */
const props = defineProps<{ clocks: BenchClock[]; from: number; to: number; now: number; timezone: string }>()

const box = ref<HTMLElement>()
const { width } = useElementSize(box)
const left = computed(() => (width.value < 560 ? 112 : 172))
const row = 62
const top = 34
const tall = 36 // of what was just laid
const flat = 9 // of what has dried

const x = (t: number) => left.value + ((width.value - left.value - 18) * (t - props.from)) / (props.to - props.from)
const inside = (t: number) => Math.min(props.to, Math.max(props.from, t))
const height = computed(() => top + row * props.clocks.length + 8)

const hours = computed(() => {
  const all: { at: number; words: string }[] = []
  const half = 1_800_000
  const every = width.value < 560 ? 2 * half : half
  for (let t = Math.ceil(props.from / half) * half; t <= props.to; t += every)
    all.push({ at: t, words: say(t, 'hour', props.timezone) })
  return all.filter((_, i, list) => i === 0 || i === list.length - 1 || (list.length > 5 ? i % 2 === 0 : true))
})

const bars = computed(() =>
  props.clocks.map((c, i) => {
    const foot = top + row * i + 46
    const laid = Date.parse(c.laid)
    const opens = Date.parse(c.opens)
    const closes = Date.parse(c.closes)
    const start = inside(laid)
    const points: string[] = []
    const rate = 3 / Math.max(60_000, opens - laid)
    const high = (t: number) => flat + (tall - flat) * Math.exp(-rate * Math.max(0, t - laid))
    for (let n = 0; n <= 24; n++) {
      const t = start + ((props.to - start) * n) / 24
      points.push(`${x(t).toFixed(1)} ${(foot - high(t)).toFixed(1)}`)
    }
    const x0 = x(start)
    const h0 = high(start)
    const path = `M${x0 + 2} ${foot}C${x0 - 4} ${foot} ${x0 - 4} ${foot - h0 + 8} ${x0 + 6} ${foot - h0}L${points.slice(1).join('L')}V${foot}Z`
    return {
      c,
      foot,
      path,
      laid,
      opens,
      closes,
      o: x(inside(opens)),
      z: x(inside(closes)),
      later: opens > props.to,
      soon: words(c, opens, closes),
      now: c.wipe && opens <= props.now && (props.now < closes || c.stays),
    }
  }),
)

function words(c: BenchClock, opens: number, closes: number) {
  const min = (t: number) => {
    const n = Math.max(0, Math.round((t - props.now) / 60_000))
    return n < 120 ? `${n} min` : n < 48 * 60 ? `${Math.round(n / 60)} h` : `${Math.round(n / 1440)} days`
  }
  if (!c.wipe) return opens <= props.now ? 'touch-dry' : `dry in ${min(opens)}`
  if (opens > props.now) return `in ${min(opens)}`
  if (closes > props.now || c.stays) return 'wipe'
  return 'needs remover'
}
const alt = computed(() => bars.value.map((b) => `${b.c.title}, ${b.c.name}: ${b.c.what}, ${b.soon}`).join('; '))
</script>

<template>
  <div ref="box" class="drying">
    <svg v-if="width > 0" :width="width" :height="height" role="img" :aria-label="alt">
      <defs>
        <pattern id="dry-open" width="6" height="6" patternUnits="userSpaceOnUse">
          <circle cx="1.5" cy="1.5" r="0.9" class="dot" />
        </pattern>
        <pattern id="dry-shut" width="6" height="6" patternUnits="userSpaceOnUse">
          <path d="M0 0l6 6M6 0L0 6" class="cross" />
        </pattern>
      </defs>
      <rect :x="left" y="22" :width="Math.max(0, width - left - 18)" height="7" class="lamp" />
      <text
        v-for="h in hours"
        :key="h.at"
        :x="x(h.at)"
        y="14"
        class="hour"
        :text-anchor="x(h.at) > width - 40 ? 'end' : 'middle'"
      >
        {{ h.words }}
      </text>
      <path v-for="h in hours" :key="`t${h.at}`" :d="`M${x(h.at)} 29v5`" class="tick" />
      <g v-for="b in bars" :key="b.c.build + b.c.step">
        <text x="0" :y="b.foot - 22" class="title">{{ b.c.title }}</text>
        <text x="0" :y="b.foot - 3" class="soon" :class="{ hot: b.now }">{{ b.soon }}</text>
        <rect :x="left" :y="b.foot" :width="Math.max(0, width - left - 18)" height="8" :fill="b.c.ground" />
        <path :d="b.path" :fill="b.c.colour" class="film" />
        <template v-if="b.c.wipe && !b.later">
          <rect :x="b.o" :y="b.foot - 26" :width="Math.max(2, b.z - b.o)" height="26" fill="url(#dry-open)" />
          <rect
            v-if="!b.c.stays"
            :x="b.z"
            :y="b.foot - 16"
            :width="Math.max(0, x(to) - b.z)"
            height="16"
            fill="url(#dry-shut)"
          />
          <path
            :d="`M${b.o} ${b.foot - 40}V${b.foot + 11}H${b.z}${b.c.stays ? '' : `V${b.foot - 40}`}`"
            class="window"
          />
          <text v-if="b.z - b.o > 44" :x="(b.o + b.z) / 2" :y="b.foot - 28" class="word hot" text-anchor="middle">
            wipe
          </text>
        </template>
        <template v-else-if="!b.later">
          <path :d="`M${b.o} ${b.foot - 24}v35`" class="ready" />
          <text :x="b.o + 5" :y="b.foot - 20" class="word">touch-dry</text>
        </template>
      </g>
      <path v-if="now >= from && now <= to" :d="`M${x(now)} 22V${height - 4}`" class="thread" />
      <path v-if="now >= from && now <= to" :d="`M${x(now) - 8} 17h16l-8 12z`" class="thread head" />
    </svg>
  </div>
</template>

<style scoped>
.drying {
  min-width: 0;
}
svg {
  display: block;
}
text {
  fill: var(--ink);
  font: 600 14px var(--v-font-body);
}
.hour,
.soon {
  font-family: var(--mono);
  font-size: 13px;
}
.title {
  font: 600 16px var(--heading);
}
.hot {
  fill: var(--wait);
}
.lamp {
  fill: var(--lamp);
}
.tick {
  stroke: var(--soft);
}
.film {
  stroke: var(--ink);
  stroke-width: 1.2;
}
.dot {
  fill: var(--ink);
  opacity: 0.75;
}
.cross {
  stroke: var(--ink);
  stroke-width: 0.6;
  opacity: 0.7;
}
.window,
.ready {
  fill: none;
  stroke: var(--wait);
  stroke-width: 2;
}
.ready {
  stroke: var(--safe);
}
.word {
  font-size: 13px;
}
.thread {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  paint-order: stroke;
}
.head {
  fill: var(--ink);
}
</style>
