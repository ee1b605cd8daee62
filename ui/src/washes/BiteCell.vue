<script setup lang="ts">
import { computed } from 'vue'

import type { WashCell } from '../wire'

/** What a wash and its wipe do to one film: a pit as deep as it reaches, on a log scale, with the state's own mark in it. */
const props = defineProps<{ cell: WashCell; name: string }>()
const deep = computed(() => Math.max(0, Math.min(16, 4 * Math.log2(1 + 8 * props.cell.loss_um))))
const words = computed(
  () => `${props.name}: ${props.cell.words}${props.cell.safe ? `, safe in ${props.cell.safe}` : ''}`,
)
</script>

<template>
  <svg width="20" height="26" viewBox="0 0 24 26" role="img" :aria-label="words" class="cell" :class="cell.state">
    <title>{{ words }}</title>
    <path :d="`M3 5H7 L12 ${5 + deep} L17 5H21V25H3z`" class="film" />
    <path v-if="deep > 1" :d="`M7 5L12 ${5 + deep}L17 5`" class="pit" />
    <path v-if="cell.state === 'bite'" d="M8 16l8 8M16 16l-8 8" class="mark" />
    <circle v-else-if="cell.state === 'safe' && cell.depth_um > 0" cx="12" cy="19" r="2.500" class="ring" />
    <path v-else-if="cell.state === 'wait'" d="M8 17h8l-8 7h8z" class="mark" />
  </svg>
</template>

<style scoped>
.cell {
  display: block;
}
.film {
  fill: var(--line);
}
.pit {
  fill: none;
  stroke: var(--note);
  stroke-width: 1.5;
}
.ring {
  fill: none;
  stroke: var(--safe);
  stroke-width: 1.5;
}
.mark {
  fill: none;
  stroke: var(--wait);
  stroke-width: 2;
}
.bite .pit,
.bite .mark {
  stroke: var(--bite);
}
.wait .pit {
  stroke: var(--wait);
}
</style>
