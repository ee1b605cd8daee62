<script setup lang="ts">
import { computed } from 'vue'

import type { WashBare } from '../wire'

/** What a bare wash takes after so much more waiting, against the loss that shows, and what it takes over two coats of clear. */
const props = defineProps<{ bare: WashBare }>()
const wide = 40
const high = 62
const most = computed(() => Math.max(2 * props.bare.limit, ...props.bare.ages.map((a) => a.loss)))
const y = (loss: number) => high - (high - 8) * (loss / most.value)
const label = computed(() =>
  props.bare.ages.map((a) => `${a.words} ${a.loss} µm${a.soft ? ', too soft to rub' : ''}`).join('; '),
)
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${bare.ages.length * wide} ${high + 18}`" width="100%" role="img" :aria-label="label">
      <line x1="0" :x2="bare.ages.length * wide" :y1="y(bare.limit)" :y2="y(bare.limit)" class="limit" />
      <text x="2" :y="y(bare.limit) - 3">{{ bare.limit }} µm shows</text>
      <g v-for="(a, i) in bare.ages" :key="i">
        <rect
          :x="i * wide + 8"
          :y="y(a.loss)"
          :width="wide - 16"
          :height="Math.max(1.5, high - y(a.loss))"
          :class="a.state"
        />
        <path v-if="a.soft" :d="`M${i * wide + 8} ${high - 1}h${wide - 16}`" class="soft-film" />
        <text :x="i * wide + wide / 2" :y="high + 13" text-anchor="middle">{{ a.words }}</text>
      </g>
      <line x1="0" :x2="bare.ages.length * wide" :y1="high" :y2="high" class="ground" />
    </svg>
    <figcaption class="small soft">
      Bars: bare, after so much more waiting<template v-if="bare.ages.some((a) => a.soft)"
        >; a heavy base line: still too soft to be rubbed</template
      >. Sealed it is {{ bare.sealed }} µm.
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 6px 0;
}
text {
  font: 11px var(--v-font-body);
  fill: var(--soft);
}
.limit {
  stroke: var(--bite);
  stroke-dasharray: 4 3;
}
.ground {
  stroke: var(--ink);
}
.safe {
  fill: var(--safe);
}
.wait {
  fill: var(--wait);
}
.bite {
  fill: var(--bite);
}
.soft-film {
  stroke: var(--wait);
  stroke-width: 5;
}
</style>
