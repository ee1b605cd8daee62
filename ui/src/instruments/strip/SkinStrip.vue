<script setup lang="ts">
import { computed } from 'vue'

import type { Look, Skin } from '../../wire'
import SkinPatch from './SkinPatch.vue'

const props = defineProps<{ look: Look; seed: string }>()
const half = 172
const height = 92
const words = (s: Skin) =>
  `${s.words}${s.marks.length ? `; ${s.marks.map((m) => m.kind.replaceAll('-', ' ')).join(', ')}` : ''}`
const label = computed(() => `Before: ${words(props.look.before)}. After: ${words(props.look.after)}.`)
</script>

<template>
  <figure class="strip">
    <svg :viewBox="`0 0 ${2 * half} ${height}`" width="100%" role="img" :aria-label="label">
      <SkinPatch :skin="look.before" :width="half" :height="height" :seed="seed" side="before" />
      <g :transform="`translate(${half} 0)`">
        <SkinPatch :skin="look.after" :width="half" :height="height" :seed="seed" side="after" />
      </g>
      <line :x1="half" :x2="half" y1="0" :y2="height" class="divide" />
    </svg>
    <figcaption class="soft">
      <span>{{ look.before.words }}</span>
      <span>{{ look.after.words }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.strip {
  margin: 0;
}
.strip svg {
  display: block;
}
.divide {
  stroke: var(--raised);
  stroke-width: 3;
}
figcaption {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  font-size: 13px;
  margin-top: 4px;
}
</style>
