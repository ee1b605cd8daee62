<script setup lang="ts">
import { computed } from 'vue'

import StateMark from '../shared/StateMark.vue'
import type { GuideShine } from '../wire'

/** A scale of gloss units with what each coat brings, and what it is enough for. */
const props = defineProps<{ shine: GuideShine }>()
const width = 320
const x = (units: number) => 8 + (units / 100) * (width - 16)
const marks = computed(() => props.shine.with.map((u, i) => ({ u, n: i + 1, now: i + 1 === props.shine.now })))
</script>

<template>
  <div class="shine">
    <p>{{ shine.words }}</p>
    <svg
      :viewBox="`0 0 ${width} 58`"
      width="100%"
      role="img"
      :aria-label="`Gloss with 1 to ${shine.with.length} ${shine.counts}: ${shine.with.join(', ')} units`"
    >
      <rect :x="x(0)" y="20" :width="x(100) - x(0)" height="10" class="track" />
      <g v-for="u in shine.bands" :key="u">
        <line :x1="x(u)" :x2="x(u)" y1="20" y2="30" class="band" />
        <text :x="x(u)" y="44" text-anchor="middle">{{ u }}</text>
      </g>
      <text :x="x(0)" y="44">matt</text>
      <text :x="x(100)" y="44" text-anchor="end">high gloss</text>
      <circle :cx="x(shine.before)" cy="25" r="6" class="before" />
      <circle v-for="m in marks" :key="m.n" :cx="x(m.u)" cy="25" :r="m.now ? 7 : 3.5" :class="m.now ? 'now' : 'then'" />
      <text
        v-for="m in marks.filter((one) => one.now)"
        :key="m.n"
        :x="Math.min(x(100) - 44, Math.max(x(0) + 44, x(m.u)))"
        y="13"
        text-anchor="middle"
        class="count"
      >
        {{ m.n }} {{ shine.counts }}, {{ m.u }} GU
      </text>
      <text
        :x="Math.min(x(100) - 18, Math.max(x(0) + 18, x(shine.before)))"
        :y="Math.abs(shine.before - shine.after) > 30 ? 13 : 56"
        text-anchor="middle"
      >
        before
      </text>
    </svg>
    <ul>
      <li v-for="e in shine.enough" :key="e.words">
        <StateMark :state="e.is ? 'safe' : 'note'" quiet />
        {{ e.is ? 'Enough' : 'Not enough' }} {{ e.words }} <span class="soft">({{ e.least }} GU)</span
        ><template v-if="!e.is && e.coats">: {{ e.coats }} {{ shine.counts }} are</template
        ><template v-else-if="!e.is">: polish it</template>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.shine {
  display: grid;
  gap: 4px;
}
text {
  font: 400 11px var(--v-font-body);
  fill: var(--soft);
}
.count {
  fill: var(--ink);
  font-weight: 600;
}
.track {
  fill: var(--raised);
  stroke: var(--line);
}
.band {
  stroke: var(--soft);
}
.before {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
.then {
  fill: var(--soft);
}
.now {
  fill: var(--action);
  stroke: var(--sheet);
  stroke-width: 2;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
