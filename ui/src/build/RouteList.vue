<script setup lang="ts">
import { computed, nextTick, useTemplateRef, watch } from 'vue'

import StateMark from '../shared/StateMark.vue'
import type { Step, Zone } from '../wire'

const props = defineProps<{ zone: Zone; step: string; at: number }>()
const emit = defineEmits<{ step: [id: string] }>()

/** Steps in runs of one phase, in the order of the route. */
const runs = computed(() => {
  const out: { phase: string; steps: Step[] }[] = []
  for (const s of props.zone.steps) {
    const last = out.at(-1)
    if (last?.phase === s.phase) last.steps.push(s)
    else out.push({ phase: s.phase, steps: [s] })
  }
  return out
})
const past = (s: Step) => Date.parse(s.end) <= props.at

const list = useTemplateRef('list')
watch(
  () => props.step,
  async () => {
    await nextTick()
    list.value?.querySelector('[aria-current=step]')?.scrollIntoView({ block: 'nearest' })
  },
  { immediate: true },
)
</script>

<template>
  <section class="route" aria-label="Route">
    <header>
      <h2>Route, {{ zone.name }}</h2>
      <span class="soft">{{ zone.steps.length }} steps, {{ zone.done }} done</span>
    </header>
    <div ref="list" class="list" tabindex="-1">
      <p v-if="!zone.steps.length" class="soft">No steps yet.</p>
      <template v-for="(run, r) in runs" :key="r">
        <h3 class="phase">{{ run.phase }}</h3>
        <button
          v-for="s in run.steps"
          :key="s.id"
          type="button"
          class="step"
          :class="{ past: past(s) && s.id !== step }"
          :aria-current="s.id === step ? 'step' : undefined"
          @click="emit('step', s.id)"
        >
          <span class="number figure">{{ s.number }}</span>
          <span class="what">
            <span class="name">{{ s.name }}</span>
            <span class="detail">{{ s.detail }}</span>
          </span>
          <span class="when figure">
            <StateMark :state="s.state" />
            <span>{{ s.when }}</span>
            <span class="kind">{{ s.kind === 'planned' ? '' : s.kind }}</span>
          </span>
        </button>
      </template>
    </div>
  </section>
</template>

<style scoped>
.route {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
  padding: 10px 14px 6px;
}
.list {
  overflow-y: auto;
  padding: 0 14px 14px;
  min-height: 0;
}
.phase {
  font: 600 13px var(--v-font-body);
  color: var(--soft);
  padding: 10px 4px 3px;
}
.step {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 44px;
  padding: 4px 6px;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.step:hover {
  background: var(--raised);
}
.step[aria-current] {
  background: var(--raised);
  box-shadow: inset 0 0 0 2px var(--ink);
}
.past .name,
.past .detail,
.past .when {
  color: var(--soft);
}
.number {
  color: var(--soft);
  text-align: right;
}
.name {
  display: block;
  font-weight: 600;
}
.detail {
  display: block;
  color: var(--soft);
  font-size: 14px;
}
.when {
  display: grid;
  grid-template-columns: 16px auto;
  gap: 0 8px;
  align-items: center;
  font-size: 14px;
  text-align: right;
}
.kind {
  grid-column: 2;
  font-family: var(--v-font-body);
  font-size: 12px;
  color: var(--soft);
  line-height: 1;
}
</style>
