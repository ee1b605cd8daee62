<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { tapeScale } from '../instruments/tape/scale'
import type { Made } from '../wire'

/** The route of a build that is only being answered, on its sessions; a moment on it can be looked at. */
const props = defineProps<{ made: Made }>()
const at = defineModel<string>({ required: true }) // empty for the finish
const holder = ref<HTMLElement | null>(null)
const { width } = useElementSize(holder)
const ms = (t: string) => Date.parse(t)
const from = computed(() => Math.min(...props.made.route.map((s) => ms(s.start))))
const to = computed(() => Math.max(...props.made.route.map((s) => ms(s.end))))
const scale = computed(() =>
  tapeScale(
    from.value,
    to.value,
    props.made.sessions.map((s) => ({ from: ms(s.from), to: ms(s.to), label: s.label })),
    width.value,
    1,
  ),
)
const lanes = computed(() => [...new Set(props.made.route.map((s) => s.zone))])
const words = computed(() => {
  const t = at.value ? ms(at.value) : to.value
  const last = props.made.route.findLast((s) => ms(s.end) <= t)
  return last ? `after ${last.words.toLowerCase()}, ${last.zone.toLowerCase()}` : 'before the first step'
})
const place = computed(() => Math.round(((at.value ? ms(at.value) : to.value) - from.value) / 60000))
function go(v: string) {
  const t = from.value + Number(v) * 60000
  at.value = t >= to.value ? '' : new Date(t).toISOString().replace(/\.\d+/, '')
}
</script>

<template>
  <div ref="holder" class="route-strip">
    <svg v-if="width && made.route.length" :width="width" :height="18 + 12 * lanes.length" aria-hidden="true">
      <g v-for="f in scale.folds" :key="f.from">
        <rect v-if="f.session" class="lit" :x="f.x" y="14" :width="f.width" height="3" />
        <text v-if="f.session && f.width > 34" class="day" :x="f.x" y="10">{{ f.label }}</text>
      </g>
      <rect
        v-for="(s, i) in made.route"
        :key="i"
        class="step"
        :x="scale.x(ms(s.start))"
        :y="20 + 12 * lanes.indexOf(s.zone)"
        :width="Math.max(3, scale.x(ms(s.end)) - scale.x(ms(s.start)) - 1)"
        height="9"
      />
      <line
        class="moment"
        :x1="scale.x(at ? ms(at) : to)"
        :x2="scale.x(at ? ms(at) : to)"
        y1="12"
        :y2="18 + 12 * lanes.length"
      />
    </svg>
    <label v-if="made.route.length" class="slide">
      <span class="soft small">{{ words }}</span>
      <input
        type="range"
        min="0"
        :max="Math.round((to - from) / 60000)"
        step="15"
        :value="place"
        aria-label="The moment that is shown"
        :aria-valuetext="words"
        @input="go(($event.target as HTMLInputElement).value)"
      />
    </label>
  </div>
</template>

<style scoped>
.route-strip {
  min-width: 0;
}
.lit {
  fill: var(--lamp);
}
.day {
  fill: var(--soft);
  font: 11px var(--v-font-heading);
}
.step {
  fill: var(--action);
}
.moment {
  stroke: var(--bite);
  stroke-width: 2;
}
.slide {
  display: grid;
}
.slide input {
  width: 100%;
  height: 32px;
  accent-color: var(--ink);
}
</style>
