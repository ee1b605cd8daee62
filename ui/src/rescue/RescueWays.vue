<script setup lang="ts">
import StateMark from '../shared/StateMark.vue'
import type { RescueFilm, RescueWay } from '../wire'

/** What may be done, side by side: how deep each goes into the stack as it stands, what it costs, how likely it works. */
defineProps<{ ways: RescueWay[]; films: RescueFilm[]; chosen: string }>()
defineEmits<{ choose: [remedy: string] }>()
</script>

<template>
  <div class="ways" role="radiogroup" aria-label="What may be done">
    <button
      v-for="w in ways"
      :key="w.remedy"
      type="button"
      role="radio"
      class="way"
      :aria-checked="w.remedy === chosen"
      @click="$emit('choose', w.remedy)"
    >
      <svg class="stack" viewBox="0 0 100 64" preserveAspectRatio="none" aria-hidden="true">
        <rect
          v-for="(f, i) in films.slice(0, 6)"
          :key="i"
          x="0"
          width="100"
          :y="14 + i * (50 / Math.min(6, films.length))"
          :height="50 / Math.min(6, films.length)"
          :fill="f.colour"
          class="film"
        />
        <path
          v-if="w.deep"
          :d="`M18 14 L34 ${14 + w.deep * (50 / Math.min(6, films.length))} H60 L82 14 Z`"
          :class="['reach', w.state]"
        />
        <path
          v-else-if="w.steps.length"
          d="M8 14 q8 -9 16 0 q8 -9 16 0 q8 -9 16 0 q8 -9 16 0 q8 -9 16 0"
          class="mist"
        />
      </svg>
      <b class="what">{{ w.words }}</b>
      <span class="cost"
        ><span class="figure">{{ w.costs }}</span> evenings</span
      >
      <span>{{ w.chance }}</span>
      <span class="soft small">{{ w.work }}</span>
      <span class="harm small">
        <template v-if="w.needs">needs {{ w.needs }}, and none is at hand</template>
        <template v-else-if="w.harms.length"><StateMark :state="w.state" /> {{ w.harms[0] }}</template>
        <template v-else-if="w.steps.length"><StateMark state="safe" /> harms nothing below</template>
      </span>
    </button>
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(158px, 1fr));
  gap: 10px;
}
.way {
  display: grid;
  gap: 2px;
  align-content: start;
  padding: 8px;
  border: 1px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.way[aria-checked='true'] {
  outline: 3px solid var(--ink);
}
.stack {
  width: 100%;
  height: 64px;
}
.film {
  stroke: var(--ink);
  stroke-width: 0.8;
}
.reach {
  fill: color-mix(in srgb, var(--safe) 55%, transparent);
  stroke: var(--ink);
  stroke-width: 1.2;
}
.reach.wait {
  fill: color-mix(in srgb, var(--wait) 65%, transparent);
}
.reach.bite {
  fill: color-mix(in srgb, var(--bite) 75%, transparent);
}
.mist {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.what {
  min-height: 2.6em;
  line-height: 1.3;
}
.cost .figure {
  font-size: 1.5rem;
  font-weight: 700;
}
.harm {
  overflow-wrap: anywhere;
}
</style>
