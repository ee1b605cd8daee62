<script setup lang="ts">
import { useStorage, watchDebounced } from '@vueuse/core'
import { storeToRefs } from 'pinia'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api } from '../api'
import { tradeRead } from '../edit/useTrade'
import CoreCut from '../instruments/core/CoreCut.vue'
import TapePhotos from '../journal/TapePhotos.vue'
import SkinStrip from '../instruments/strip/SkinStrip.vue'
import FoldedTape from '../instruments/tape/FoldedTape.vue'
import type { Carried } from '../instruments/tape/useGrip'
import { now } from '../shared/useClock'
import { useKeys } from '../shared/useKeys'
import { useNewest } from '../shared/useNewest'
import { useStirred } from '../shared/useStirred'
import { useUnits } from '../shared/useUnits'
import type { Effect, PlanEdit } from '../wire'
import FindingPanel from './FindingPanel.vue'
import MomentBar from './MomentBar.vue'
import OverdueNote from './OverdueNote.vue'
import RouteList from './RouteList.vue'
import { useBuild } from './useBuild'
import { say } from '../shared/say'

// What edits is fetched when it is first used.
const AirPicture = defineAsyncComponent(() => import('../instruments/airframe/AirPicture.vue'))
const NotFound = defineAsyncComponent(() => import('../shared/NotFound.vue'))
const PlanSheet = defineAsyncComponent(() => tradeRead().then(() => import('../edit/PlanSheet.vue')))
const SearchSheet = defineAsyncComponent(() => import('../search/SearchSheet.vue'))
const BetterOrder = defineAsyncComponent(() => import('../order/BetterOrder.vue'))
const FinishWhy = defineAsyncComponent(() => import('./FinishWhy.vue'))
const HistorySheet = defineAsyncComponent(() => import('../edit/HistorySheet.vue'))

const props = defineProps<{ slug: string }>()
const route = useRoute()
const router = useRouter()
const store = useBuild()
const units = useUnits()
const stirred = useStirred()
const { build, problem, busy, at, zoneId, stepId, findingPlace, zone, step, sheet, preview } = storeToRefs(store)

watch(
  () => props.slug,
  (slug) => void store.open(slug, String(route.query.step ?? '')),
  { immediate: true },
)

// The chosen step stands in the address, so that a reload or a bookmark comes back to it.
watch([stepId, () => build.value?.slug], ([id, slug]) => {
  if (id && slug === props.slug && route.query.step !== id) void router.replace({ query: { step: id } })
})

// While a change is being made, the instruments show it.
const moment = computed(() => preview.value?.moment ?? store.moment)
const finding = computed(() => (preview.value?.step ? preview.value.finding : store.finding))
const shownAt = computed(() => (preview.value?.moment ? Date.parse(preview.value.moment.at) : at.value))

const states = computed(() => Object.fromEntries((moment.value?.zones ?? []).map((z) => [z.id, z.words])))
const guided = useStorage('inkysparrow.guided', false)
/** The finding says already what the core would say below its films. */
const told = computed(() => {
  const [core, s] = [moment.value?.core, step.value]
  if (!core || !s || guided.value || core.state === 'safe' || core.step !== s.id || finding.value?.step !== s.id)
    return false
  return Math.abs(shownAt.value - Date.parse(s.start)) < 60_000
})
/** What the picture shows, for who does not see it. */
const described = computed(
  () =>
    `${build.value?.name ?? ''} from above, below and both sides, ${moment.value?.clock ?? ''}. ` +
    (build.value?.zones ?? []).map((z) => `${z.name}: ${states.value[z.id] ?? 'bare'}`).join('; '),
)
const findings = computed(() => build.value?.findings.length ?? 0)

function zoneBy(n: number) {
  const zones = build.value?.zones ?? []
  const i = zones.findIndex((z) => z.id === zoneId.value)
  const next = zones[Math.max(0, Math.min(zones.length - 1, i + n))]
  if (next) store.chooseZone(next.id)
}

// A word to those who are here for the first time.
const known = useStorage('inkysparrow.known', false)

// A ticket that is carried is put where it is let go, or copied to another zone.
const carried = ref<Carried | null>(null)
const { value: tried, problem: refused, ask, clear } = useNewest<Effect>()
const carriedFrom = computed(
  () => build.value?.zones.find((z) => z.steps.some((s) => s.id === carried.value?.step))?.id ?? '',
)
const iso = (t: number) => new Date(t).toISOString().replace('.000Z', 'Z')
const asEdit = computed<PlanEdit | null>(() => {
  const c = carried.value
  if (!c) return null
  if (c.zone !== carriedFrom.value) return { do: 'copy-step', of: c.step, zones: [c.zone] }
  return { do: 'put-at', of: c.step, at: iso(c.at) }
})
watchDebounced(
  () => JSON.stringify(asEdit.value),
  () => {
    const [b, e] = [build.value, asEdit.value]
    if (b && e) void ask(() => api.tryEdit(b.slug, { revision: b.revision, edit: e }))
    else clear()
  },
  { debounce: 90 },
)
watch(tried, (e) => {
  if (carried.value) preview.value = e
})
const clock = (t: number) => say(t, 'near', build.value?.timezone)
const verdict = computed(() => {
  const [c, e] = [carried.value, asEdit.value]
  if (!c || !e) return { words: '', state: 'safe' }
  const to = build.value?.zones.find((z) => z.id === c.zone)?.name
  const done = tried.value?.done ? 'done, begun ' : ''
  const what = e.do === 'copy-step' ? `copy to ${to}` : done + clock(c.at)
  if (refused.value) return { words: `${what}: ${refused.value}`, state: 'bite' }
  const says = tried.value?.finding && tried.value.finding.severity !== 'note' ? `; ${tried.value.finding.title}` : ''
  return { words: `${what}${says}${tried.value ? `; ${tried.value.promise}` : ''}`, state: 'safe' }
})
function carry(c: Carried | null) {
  carried.value = c
  if (c && c.step !== stepId.value) store.chooseStep(c.step)
  if (!c) {
    clear()
    preview.value = null
  }
}
async function drop() {
  const e = asEdit.value
  carry(null)
  if (e) await store.act(e)
}

const put = (date: string, hours: { from: string; to: string }[], usual: boolean) =>
  store.act({ do: 'put-day', date, ...(usual ? { usual } : { hours }) })

const remove = () => store.act({ do: 'remove-step', of: stepId.value })
const toMoment = () => store.act({ do: 'pin', of: stepId.value, at: iso(at.value) })

useKeys({
  '/': () => (sheet.value = 'search'),
  a: () => (sheet.value = 'add'),
  e: () => step.value && (sheet.value = 'edit'),
  c: () => step.value && (sheet.value = 'copy'),
  d: () => step.value && step.value.kind !== 'done' && void store.act({ do: 'mark-done', of: stepId.value }),
  p: () => step.value && void toMoment(),
  l: () => step.value && void store.act({ do: 'let-go', of: stepId.value }),
  n: () => store.toNow(),
  Delete: () => step.value && void remove(),
  'Shift+ArrowUp': () => step.value && void store.shift(-1),
  'Shift+ArrowDown': () => step.value && void store.shift(1),
  ',': () => store.toEvent(-1),
  '.': () => store.toEvent(1),
  '[': () => store.stepBy(-1),
  ']': () => store.stepBy(1),
  '{': () => zoneBy(-1),
  '}': () => zoneBy(1),
  f: () => store.chooseFinding(findingPlace.value + 1),
  Enter: () => void store.takeFix(0),
  Escape: () => {
    if (carried.value) carry(null)
    else if (sheet.value) sheet.value = ''
    else store.chooseNone()
  },
  'Ctrl+z': () => void store.undo(),
  'Ctrl+y': () => void store.redo(),
})
</script>

<template>
  <NotFound v-if="problem" :words="problem" />
  <p v-else-if="!build" class="loading soft">Reading the build</p>
  <main v-else class="place">
    <h1 class="visually-hidden">{{ build.name }}</h1>
    <p v-if="!known" class="hint">
      Every film on this model, how hard it is by any evening, and what the next liquid does to it: drag the moment
      along the tape.
      <button type="button" class="link" @click="known = true">Understood</button>
    </p>
    <section class="left" aria-label="Core">
      <header>
        <h2>
          <bdi>{{ zone?.name }}</bdi>, cut open
        </h2>
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
      <p v-if="step?.early" class="early small">{{ step.early }}</p>
      <CoreCut v-if="moment" :core="moment.core" :cautions="step?.cautions ?? []" :at="shownAt" :told="told" />
    </section>

    <div v-if="zone" class="middle">
      <RouteList
        class="grow"
        :zone="zone"
        :step="stepId"
        :under="step ? '' : (moment?.next ?? '')"
        @step="store.chooseStep"
        @remove="remove"
        @shift="store.shift"
        @drop="(id, before) => store.act({ do: 'move-step', of: id, before })"
      />
      <OverdueNote />
      <BetterOrder v-if="stirred" :slug="slug" />
    </div>
    <p v-else class="middle none soft">
      This build has no zones yet.
      <button type="button" class="link" @click="store.sheet = 'plan'">Open the plan</button> to add one.
    </p>

    <div class="right">
      <section class="looks" aria-label="Look">
        <header>
          <h2>Look</h2>
          <span v-if="moment" class="soft">{{ moment.look.title }}</span>
        </header>
        <RouterLink :to="{ name: 'look', params: { slug: build.slug } }" class="whole" title="The whole aircraft (g l)">
          <AirPicture :slug="build.slug" :revision="build.revision" :at="shownAt" :most="88" :label="described" />
        </RouterLink>
        <SkinStrip
          v-if="moment"
          :look="moment.look"
          :slug="build.slug"
          :revision="build.revision"
          :at="shownAt"
          :tried="!!preview"
        />
      </section>
      <FindingPanel
        class="found"
        :finding="finding"
        :place="findingPlace"
        :count="findings"
        :step="step"
        :busy="busy"
        :timezone="build.timezone"
        :trying="!!preview?.step"
        @fix="store.takeFix"
        @pin="toMoment"
        @go="(by) => store.chooseFinding(findingPlace + by)"
      />
    </div>

    <FoldedTape
      class="below"
      :tape="build.tape"
      :zones="build.zones"
      :at="shownAt"
      :now="now"
      :clock="moment?.clock ?? ''"
      :zone="zoneId"
      :step="stepId"
      :states="states"
      :timezone="build.timezone"
      :preview="preview"
      :carried="carried"
      :verdict="verdict"
      :slope="moment?.core.slope ?? []"
      @move="store.moveTo"
      @event="store.toEvent"
      @to-now="store.toNow"
      @zone="store.chooseZone"
      @step="store.chooseStep"
      @carry="carry"
      @drop="drop"
      @day="put"
    >
      <template #under="{ x }"><TapePhotos :slug="slug" :photos="build.photos" :x="x" /></template>
    </FoldedTape>
    <MomentBar
      :at="shownAt"
      :from="Date.parse(build.tape.from)"
      :to="Date.parse(build.tape.to)"
      :clock="moment?.clock ?? ''"
    />
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
.whole {
  display: block;
  flex: none;
  height: 88px; /* nothing moves when it comes */
  overflow: hidden;
  background: var(--booth);
}
.whole :deep(.air-picture) {
  height: 88px;
}
.hint {
  grid-area: hint;
  padding: 5px 14px;
  background: var(--raised);
  border-bottom: 1px solid var(--line);
  font-size: 14px;
}
.loading {
  padding: 40px;
}
.place {
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / 318px minmax(0, 1fr) 372px;
  grid-template-areas: 'hint hint hint' 'left middle right' 'below below below';
  flex: 1;
  min-height: 0;
  background: var(--sheet);
}
.left {
  grid-area: left;
}
.grow {
  flex: 1;
  min-height: 0;
}
.middle {
  grid-area: middle;
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-left: 1px solid var(--line);
  border-right: 1px solid var(--line);
}
.right {
  grid-area: right;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.looks {
  display: grid;
  gap: 8px;
}
.left,
.right {
  padding: 10px 14px;
  overflow-y: auto;
  min-height: 0;
}
.left header h2,
.looks header h2 {
  overflow-wrap: anywhere;
}
.left header,
.looks header {
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
    grid-template: auto auto auto minmax(180px, 1fr) / minmax(0, 1fr) minmax(0, 1.15fr);
    grid-template-areas: 'hint hint' 'left right' 'below below' 'middle middle';
  }
  .middle {
    border: 0;
    border-top: 1px solid var(--line);
  }
  .right {
    border-left: 1px solid var(--line);
  }
  .found {
    order: -1; /* the finding first */
  }
  .left,
  .right {
    max-height: 640px;
  }
}
/* The finding with its ways, the route, the tape, then core and look; the moment and the places stay at the foot. */
@media (max-width: 640px) {
  .place {
    display: flex;
    flex-direction: column;
    height: auto;
  }
  .right {
    display: contents;
  }
  .found,
  .looks {
    padding: 10px 14px;
  }
  .found {
    order: 1;
  }
  .middle {
    order: 2;
  }
  .below {
    order: 3;
    max-height: none;
  }
  .left {
    order: 4;
    max-height: none;
    border: 0;
  }
  .looks {
    order: 5;
  }
  .moment-bar {
    order: 6;
  }
}
</style>
