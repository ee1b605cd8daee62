<script setup lang="ts">
import { computed } from 'vue'

import StepGlyph from '../shared/StepGlyph.vue'
import type { RescueBack } from '../wire'

/** What it costs to go back, after each step; the door stands where that passes what it costs to live with it. */
const props = defineProps<{ back: RescueBack[]; living: number; shut: string }>()
const most = computed(() => Math.max(props.living, ...props.back.map((b) => b.evenings)) * 1.15)
</script>

<template>
  <section class="back" aria-label="The way back">
    <header>
      <h2 class="plate">The way back</h2>
      <p class="soft small">evenings it costs, after each step</p>
      <p v-if="shut" class="small">
        The door shuts <span class="figure">{{ shut }}</span>: then going back costs more than living with it.
      </p>
    </header>
    <ol>
      <li class="line soft small" :style="{ bottom: `${34 + (living / most) * 76}px` }">
        living with it: {{ living }}
      </li>
      <li v-for="(b, i) in back" :key="i" :class="{ shuts: b.shuts, over: b.evenings > living, done: b.done }">
        <span class="figure">{{ b.evenings.toFixed(1) }}</span>
        <i :style="{ height: `${(b.evenings / most) * 76}px` }" />
        <span class="small name"
          ><svg width="12" height="12" viewBox="-1 -1 12 12" aria-hidden="true"><StepGlyph :act="b.act" /></svg>
          {{ b.name }}</span
        >
      </li>
    </ol>
  </section>
</template>

<style scoped>
.back {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 12px;
  padding: 12px 16px;
  border-top: 1px solid var(--line);
}
ol {
  position: relative;
  display: flex;
  gap: 4px;
  align-items: flex-end;
  min-height: 130px;
  margin: 0;
  padding: 0;
  overflow-x: auto;
  list-style: none;
}
li:not(.line) {
  display: grid;
  flex: 1 0 62px;
  justify-items: center;
}
li i {
  display: block;
  width: 100%;
  border-top: 3px solid var(--safe);
  background: color-mix(in srgb, var(--safe) 14%, transparent);
}
li.over i {
  border-top-color: var(--bite);
  background: color-mix(in srgb, var(--bite) 16%, transparent);
}
li.shuts i {
  border-left: 4px solid var(--ink);
}
li:not(.done, .line) .figure {
  opacity: 0.85;
}
.name {
  height: 34px;
  white-space: nowrap;
}
.line {
  position: absolute;
  left: 0;
  right: 0;
  border-bottom: 1px dashed var(--ink);
  pointer-events: none;
}
@media (max-width: 760px) {
  .back {
    grid-template-columns: 1fr;
  }
}
</style>
