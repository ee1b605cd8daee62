<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'

import StateMark from '../shared/StateMark.vue'
import type { Step, Zone } from '../wire'

const props = defineProps<{ zone: Zone; step: string; at: number }>()
const emit = defineEmits<{
  step: [id: string]
  add: []
  edit: []
  copy: []
  remove: []
  shift: [by: 1 | -1]
  drop: [step: string, before: string]
}>()

const dragged = ref('')
const over = ref('')
function dropOn(id: string) {
  if (dragged.value && dragged.value !== id) emit('drop', dragged.value, id)
  dragged.value = ''
  over.value = ''
}

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
      <button type="button" class="act add" title="Add a step (a)" @click="emit('add')">Add a step</button>
    </header>
    <div ref="list" class="list" tabindex="-1">
      <p v-if="!zone.steps.length" class="soft">No steps yet.</p>
      <template v-for="(run, r) in runs" :key="r">
        <h3 class="phase">{{ run.phase }}</h3>
        <div
          v-for="s in run.steps"
          :key="s.id"
          class="row"
          :class="{ over: over === s.id }"
          @dragover.prevent="over = s.id"
          @drop.prevent="dropOn(s.id)"
        >
          <button
            type="button"
            class="step"
            :draggable="s.kind !== 'done'"
            :class="{ past: past(s) && s.id !== step }"
            :aria-current="s.id === step ? 'step' : undefined"
            @dragstart="dragged = s.id"
            @dragend="over = ''"
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
          <div v-if="s.id === step" class="acts" role="group" :aria-label="`${s.name}, step ${s.number}`">
            <button type="button" class="act" title="Change (e)" @click="emit('edit')">Change</button>
            <button type="button" class="act" title="Move up (Shift ↑)" @click="emit('shift', -1)">Up</button>
            <button type="button" class="act" title="Move down (Shift ↓)" @click="emit('shift', 1)">Down</button>
            <button type="button" class="act" @click="emit('copy')">Copy</button>
            <button type="button" class="act" title="Remove (Delete)" @click="emit('remove')">Remove</button>
          </div>
        </div>
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
.row.over {
  box-shadow: inset 0 3px 0 var(--note);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding: 5px 6px 7px 40px;
  border-bottom: 1px solid var(--line);
}
.act {
  min-height: 30px;
  padding: 0 10px;
  border: 1px solid var(--line);
  border-radius: 2px;
  background: none;
  color: inherit;
  font: 600 14px var(--v-font-body);
  cursor: pointer;
}
.act:hover {
  border-color: var(--ink);
}
.add {
  align-self: center;
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
