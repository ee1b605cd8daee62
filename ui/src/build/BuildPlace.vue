<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { storeToRefs } from 'pinia'
import { computed, defineAsyncComponent, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { tradeRead } from '../edit/useTrade'
import CoreCut from '../instruments/core/CoreCut.vue'
import SkinStrip from '../instruments/strip/SkinStrip.vue'
import FoldedTape from '../instruments/tape/FoldedTape.vue'
import { useKeys } from '../shared/useKeys'
import { useUnits } from '../shared/useUnits'
import FindingPanel from './FindingPanel.vue'
import RouteList from './RouteList.vue'
import { useBuild } from './useBuild'

// What edits is fetched when it is first used.
const NotFound = defineAsyncComponent(() => import('../shared/NotFound.vue'))
const StepEditor = defineAsyncComponent(() => import('../edit/StepEditor.vue'))
const CopyStep = defineAsyncComponent(() => import('../edit/CopyStep.vue'))
const PlanSheet = defineAsyncComponent(() => tradeRead().then(() => import('../edit/PlanSheet.vue')))
const SearchSheet = defineAsyncComponent(() => import('../search/SearchSheet.vue'))
const FinishWhy = defineAsyncComponent(() => import('./FinishWhy.vue'))
const HistorySheet = defineAsyncComponent(() => import('../edit/HistorySheet.vue'))

const props = defineProps<{ slug: string }>()
const route = useRoute()
const router = useRouter()
const store = useBuild()
const units = useUnits()
const { build, problem, busy, at, zoneId, stepId, findingPlace, moment, zone, step, finding, sheet } =
  storeToRefs(store)

watch(
  () => props.slug,
  (slug) => void store.open(slug, String(route.query.step ?? '')),
  { immediate: true },
)

// The chosen step stands in the address, so that a reload or a bookmark comes back to it.
watch([stepId, () => build.value?.slug], ([id, slug]) => {
  if (id && slug === props.slug && route.query.step !== id) void router.replace({ query: { step: id } })
})

const states = computed(() => Object.fromEntries((moment.value?.zones ?? []).map((z) => [z.id, z.words])))
const findings = computed(() => build.value?.findings.length ?? 0)

function zoneBy(n: number) {
  const zones = build.value?.zones ?? []
  const i = zones.findIndex((z) => z.id === zoneId.value)
  const next = zones[Math.max(0, Math.min(zones.length - 1, i + n))]
  if (next) store.chooseZone(next.id)
}

// A word to those who are here for the first time.
const known = useStorage('inkysparrow.known', false)

async function remove() {
  const refused = await store.edit({ do: 'remove-step', of: stepId.value })
  if (refused) store.said = refused
}
async function drop(id: string, before: string) {
  const refused = await store.edit({ do: 'move-step', of: id, before })
  if (refused) store.said = refused
}

useKeys({
  '/': () => (sheet.value = 'search'),
  a: () => (sheet.value = 'add'),
  e: () => step.value && (sheet.value = 'edit'),
  Delete: () => void remove(),
  'Shift+ArrowUp': () => void store.shift(-1),
  'Shift+ArrowDown': () => void store.shift(1),
  ',': () => store.toEvent(-1),
  '.': () => store.toEvent(1),
  '[': () => store.stepBy(-1),
  ']': () => store.stepBy(1),
  '{': () => zoneBy(-1),
  '}': () => zoneBy(1),
  f: () => store.chooseFinding(findingPlace.value + 1),
  Enter: () => void store.takeFix(0),
  'Ctrl+z': () => void store.undo(),
  'Ctrl+y': () => void store.redo(),
})
</script>

<template>
  <NotFound v-if="problem" :words="problem" />
  <p v-else-if="!build" class="loading soft">Reading the build</p>
  <main v-else class="place">
    <h1 class="visually-hidden">{{ build.name }}</h1>
    <section class="left" aria-label="Core">
      <header>
        <h2>{{ zone?.name }}, cut open</h2>
        <button
          v-if="zone"
          type="button"
          class="link soft"
          title="cm² or in²"
          @click="units.area.value = units.area.value === 'cm' ? 'in' : 'cm'"
        >
          {{ units.square(zone.area_cm2) }}
        </button>
      </header>
      <CoreCut v-if="moment" :core="moment.core" :cautions="step?.cautions ?? []">
        <p v-if="!known" class="hint">
          Drag the moment along the tape and see the films harden. <kbd>?</kbd> shows all keys.
          <button type="button" class="link" @click="known = true">Understood</button>
        </p>
      </CoreCut>
    </section>

    <RouteList
      v-if="zone"
      class="middle"
      :zone="zone"
      :step="stepId"
      :at="at"
      @step="store.chooseStep"
      @add="sheet = 'add'"
      @edit="sheet = 'edit'"
      @copy="sheet = 'copy'"
      @remove="remove"
      @shift="store.shift"
      @drop="drop"
    />
    <p v-else class="middle none soft">
      This build has no zones yet.
      <button type="button" class="link" @click="store.sheet = 'plan'">Open the plan</button> to add one.
    </p>

    <section class="right" aria-label="Look and finding">
      <header>
        <h2>Look</h2>
        <span v-if="moment" class="soft">{{ moment.look.title }}</span>
      </header>
      <SkinStrip v-if="moment" :look="moment.look" :seed="`${build.slug}/${zoneId}`" />
      <FindingPanel
        :finding="finding"
        :place="findingPlace"
        :count="findings"
        :step="step"
        :busy="busy"
        :timezone="build.timezone"
        @fix="store.takeFix"
        @go="(by) => store.chooseFinding(findingPlace + by)"
      />
    </section>

    <FoldedTape
      class="below"
      :tape="build.tape"
      :zones="build.zones"
      :at="at"
      :clock="moment?.clock ?? ''"
      :zone="zoneId"
      :step="stepId"
      :states="states"
      @move="store.moveTo"
      @event="store.toEvent"
      @zone="store.chooseZone"
      @step="store.chooseStep"
    />
    <StepEditor v-if="sheet === 'add' && zoneId" :zone="zoneId" @close="sheet = ''" />
    <StepEditor v-if="sheet === 'edit' && store.planStep" :zone="zoneId" :step="store.planStep" @close="sheet = ''" />
    <CopyStep v-if="sheet === 'copy' && step" :step="stepId" :name="step.name" @close="sheet = ''" />
    <PlanSheet v-if="sheet === 'plan'" @close="sheet = ''" />
    <SearchSheet v-if="sheet === 'search'" @close="sheet = ''" />
    <FinishWhy v-if="sheet === 'finish'" @close="sheet = ''" />
    <HistorySheet v-if="sheet === 'history'" @close="sheet = ''" />
  </main>
</template>

<style scoped>
.none {
  padding: 20px;
}
.hint {
  font-size: 14px;
  border-top: 1px solid var(--line);
  padding-top: 8px;
}
.loading {
  padding: 40px;
}
.place {
  display: grid;
  grid-template: minmax(0, 1fr) auto / 318px minmax(0, 1fr) 372px;
  grid-template-areas: 'left middle right' 'below below below';
  height: calc(100dvh - 52px);
  background: var(--sheet);
}
.left {
  grid-area: left;
}
.middle {
  grid-area: middle;
  border-left: 1px solid var(--line);
  border-right: 1px solid var(--line);
}
.right {
  grid-area: right;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.left,
.right {
  padding: 10px 14px;
  overflow-y: auto;
  min-height: 0;
}
.left header h2,
.right header h2 {
  overflow-wrap: anywhere;
}
.left header,
.right header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 12px;
}
.left header {
  margin-bottom: 12px;
}
.below {
  grid-area: below;
  max-height: 45dvh;
  overflow-y: auto;
}
@media (max-width: 1050px) {
  .place {
    grid-template: auto auto minmax(180px, 1fr) / minmax(0, 1fr) minmax(0, 1.15fr);
    grid-template-areas: 'left right' 'below below' 'middle middle';
  }
  .middle {
    border: 0;
    border-top: 1px solid var(--line);
  }
  .right {
    border-left: 1px solid var(--line);
  }
  .left,
  .right {
    max-height: 640px;
  }
}
@media (max-width: 640px) {
  .place {
    display: block;
    height: auto;
  }
  .left,
  .right {
    max-height: none;
    border: 0;
  }
}
</style>
