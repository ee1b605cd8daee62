<script setup lang="ts">
import { computed, useId } from 'vue'

/** A bottle with its colour, and how full it is beside the fullest; empty where nothing is known of that. */
const props = defineProps<{ colour?: string | undefined; fill: number | null; gone?: boolean }>()
const id = useId()
const level = computed(() => 14 + 40 * (1 - Math.max(0, Math.min(1, props.fill ?? 1))))
</script>

<template>
  <svg width="38" height="60" viewBox="0 0 38 60" aria-hidden="true" :class="{ gone }">
    <defs>
      <clipPath :id="id"><path d="M13 9h12v5l8 8v33q0 2-2 2H7q-2 0-2-2V22l8-8z" /></clipPath>
      <pattern :id="`${id}-clear`" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="6" class="hatch" />
      </pattern>
    </defs>
    <g :clip-path="`url(#${id})`">
      <rect width="38" height="60" class="empty" />
      <rect :y="level" width="38" height="60" :fill="colour || `url(#${id}-clear)`" />
      <line v-if="fill !== null" x1="0" x2="38" :y1="level" :y2="level" class="level" />
    </g>
    <path d="M13 9h12v5l8 8v33q0 2-2 2H7q-2 0-2-2V22l8-8z" class="glass" :class="{ unknown: fill === null }" />
    <path d="M12 2h14v7H12z" class="cap" />
  </svg>
</template>

<style scoped>
.empty {
  fill: var(--raised);
}
.hatch {
  stroke: var(--line);
  stroke-width: 2;
}
.level {
  stroke: var(--ink);
}
.glass {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.unknown {
  stroke-dasharray: 3 2;
}
.cap {
  fill: var(--ink);
}
.gone {
  opacity: 0.45;
}
</style>
