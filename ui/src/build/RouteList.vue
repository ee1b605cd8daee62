<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, ref, useTemplateRef, watch } from 'vue'

import { api } from '../api'
import StateMark from '../shared/StateMark.vue'
import { now } from '../shared/useClock'
import type { PlanEdit, Step, Zone } from '../wire'
import DoneRow from './DoneRow.vue'
import { useBuild } from './useBuild'

// What edits is fetched when it is first used.
const RowEditor = defineAsyncComponent(() => import('../edit/RowEditor.vue'))
const CopyRow = defineAsyncComponent(() => import('../edit/CopyRow.vue'))
const WhatNext = defineAsyncComponent(() => import('../edit/WhatNext.vue'))

const props = defineProps<{ zone: Zone; step: string; under: string }>() // under: the step that the moment lies in, where none is chosen
const emit = defineEmits<{
  step: [id: string]
  remove: []
  shift: [by: 1 | -1]
  drop: [step: string, before: string]
}>()
const store = useBuild()

// The step that is about to be added, and where it would stand.
const adding = ref<PlanEdit | null>(null)
const place = ref(-1)
async function take(edit: PlanEdit) {
  const b = store.build
  if (!b) return
  place.value = props.zone.steps.length
  try {
    const would = await api.tryEdit(b.slug, { revision: b.revision, edit })
    place.value = would.moves.find((m) => m.step === would.step)?.place ?? place.value
  } catch {
    // it stands at the end until it is whole; what is missing is said on its row
  }
  adding.value = edit
}
function close() {
  adding.value = null
  store.sheet = ''
  void nextTick(() => list.value?.querySelector<HTMLElement>('[aria-current=step]')?.focus({ preventScroll: true }))
}
watch(
  () => [props.zone.id, store.sheet],
  () => {
    if (store.sheet !== 'add') adding.value = null
  },
)

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
/** What is done is told by its date and by the core, and pinned or put off in a word. */
const words = (s: Step) =>
  s.kind === 'done'
    ? s.id === props.step
      ? 'done'
      : ''
    : s.put_off
      ? 'put off'
      : s.turn
        ? 'its turn'
        : s.kind === 'planned'
          ? ''
          : s.kind
const past = (s: Step) => s.kind === 'done' || Date.parse(s.end) <= now.value
/** Where steps would move to while a change is being made. */
const moved = computed(() =>
  Object.fromEntries((store.preview?.moves ?? []).filter((m) => !m.new).map((m) => [m.step, m.when])),
)

const others = (e: Event) => (store.others = (e.target as HTMLDetailsElement).open)

const list = useTemplateRef('list')
const toChosen = () => list.value?.querySelector('[aria-current=step]')?.scrollIntoView({ block: 'nearest' })
watch(
  () => props.step,
  () => void nextTick(toChosen),
)
// What stands around it takes room from the list; where it is the page that scrolls, that stays where the reader has it.
useResizeObserver(list, ([e]) => e && e.target.scrollHeight > e.target.clientHeight && toChosen())
</script>

<template>
  <WhatNext
    v-if="store.sheet === 'add' && !adding"
    class="route"
    :zone="zone.id"
    :name="zone.name"
    @take="take"
    @close="close"
  />
  <section v-else class="route" aria-label="Route">
    <header>
      <h2>
        Route<span class="visually-hidden">, {{ zone.name }}</span>
      </h2>
      <span class="soft">{{ zone.steps.length }} steps, {{ zone.done }} done</span>
      <button type="button" class="act add" title="What next? (a)" data-key="a" @click="store.sheet = 'add'">
        What next?
      </button>
    </header>
    <div ref="list" class="list" tabindex="-1">
      <p v-if="!zone.steps.length && !adding" class="soft">No steps yet.</p>
      <RowEditor v-if="adding && (place <= 0 || !zone.steps.length)" :zone="zone.id" :adding="adding" @close="close" />
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
            :draggable="s.kind !== 'done' && !store.sheet"
            :class="{ past: past(s) && s.id !== step, under: s.id === under }"
            :aria-current="s.id === step ? 'step' : undefined"
            @dragstart="dragged = s.id"
            @dragend="over = ''"
            @click="emit('step', s.id)"
          >
            <span class="number figure">{{ s.number }}</span>
            <span class="what">
              <span class="name">{{ s.name }}</span>
              <bdi v-if="s.kind !== 'done' || s.id === step" class="detail">{{ s.detail }}</bdi>
            </span>
            <span class="when figure">
              <StateMark :state="s.state" />
              <span>{{ s.when }}</span>
              <span v-if="moved[s.id] && moved[s.id] !== s.when" class="kind would">{{ moved[s.id] }}</span>
              <span v-else-if="s.overdue" class="kind would">overdue</span>
              <span v-else-if="words(s)" class="kind">{{ words(s) }}</span>
            </span>
          </button>
          <template v-if="s.id === step && !adding">
            <RowEditor
              v-if="store.sheet === 'edit' && store.planStep"
              :key="s.id"
              :zone="zone.id"
              :step="store.planStep"
              @close="close"
            />
            <CopyRow v-else-if="store.sheet === 'copy'" :step="s.id" :name="s.name" @close="close" />
            <div v-else class="acts">
              <DoneRow :step="s" />
              <div class="change" role="group" :aria-label="`${s.name}, step ${s.number}`">
                <button type="button" class="act" title="Change (e)" data-key="e" @click="store.sheet = 'edit'">
                  Change
                </button>
                <details class="others" :open="store.others" @toggle="others">
                  <summary class="act">Move, copy, remove</summary>
                  <button type="button" class="act" title="Move up (Shift ↑)" @click="emit('shift', -1)">Up</button>
                  <button type="button" class="act" title="Move down (Shift ↓)" @click="emit('shift', 1)">Down</button>
                  <button type="button" class="act" title="Copy (c)" data-key="c" @click="store.sheet = 'copy'">
                    Copy
                  </button>
                  <button type="button" class="act" title="Remove (Delete)" data-key="Del" @click="emit('remove')">
                    Remove
                  </button>
                </details>
              </div>
            </div>
          </template>
          <RowEditor v-if="adding && s.number === place" :zone="zone.id" :adding="adding" @close="close" />
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
  display: grid;
  gap: 4px;
  padding: 6px 6px 8px 40px;
  border-bottom: 1px solid var(--line);
}
.change {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.others[open] {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.others summary {
  display: inline-flex;
  align-items: center;
  list-style: none;
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
.step.under {
  box-shadow: inset 3px 0 0 var(--lamp);
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
.would {
  color: var(--wait) !important;
  font-weight: 600;
}
.kind {
  grid-column: 2;
  font-family: var(--v-font-body);
  font-size: 12px;
  color: var(--soft);
  line-height: 1;
}
</style>
