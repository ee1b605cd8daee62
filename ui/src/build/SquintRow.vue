<script setup lang="ts">
import { computed } from 'vue'

import type { GuideSquint } from '../wire'

/** A strip for each further coat: the shaded line in its panel as half-closed eyes see it, and how it reads. */
const props = defineProps<{ squint: GuideSquint }>()
const points = computed(() => props.squint.points.slice(0, 11))
const wide = 31
</script>

<template>
  <figure>
    <svg
      :viewBox="`0 0 ${points.length * wide} 74`"
      width="100%"
      role="img"
      :aria-label="`Shading after each ${squint.unit}: ${points.map((p, i) => `${i}: ${p.reads}, ${p.seen}`).join('; ')}`"
    >
      <defs>
        <filter id="squint-blur" x="-50%" width="200%"><feGaussianBlur stdDeviation="2.500" /></filter>
      </defs>
      <g v-for="(p, i) in points" :key="i" :transform="`translate(${i * wide} 0)`">
        <svg :width="wide - 3" height="34" y="2" overflow="hidden">
          <rect width="31" height="34" :fill="p.panel" />
          <rect x="10" width="8" height="34" :fill="p.line" filter="url(#squint-blur)" />
        </svg>
        <rect v-if="p.now" x="0.5" y="2.5" :width="wide - 4" height="33" class="now" />
        <rect v-if="p.reads === squint.wanted" x="0" y="38" :width="wide - 3" height="3" class="wanted" />
        <text :x="(wide - 3) / 2" y="53" text-anchor="middle" class="figure">{{ i }}</text>
        <text :x="(wide - 3) / 2" y="67" text-anchor="middle">{{ p.reads }}</text>
      </g>
    </svg>
    <figcaption>
      {{ squint.words }}
      <span class="soft"
        >After so many {{ squint.unit }}s; framed as planned, underlined where it reads {{ squint.wanted }}, as wanted.
        Blurred over {{ squint.blur_mm }} mm.</span
      >
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
text {
  font: 400 10px var(--v-font-body);
  fill: var(--soft);
}
text.figure {
  font-size: 12px;
  fill: var(--ink);
}
.now {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.wanted {
  fill: var(--safe);
}
figcaption .soft {
  display: block;
  font-size: 13px;
}
</style>
