<script setup lang="ts">
import { useElementSize, useStorage } from '@vueuse/core'
import { storeToRefs } from 'pinia'
import { computed, defineAsyncComponent, onBeforeUnmount, ref, toRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { useOpened } from '../build/useOpened'
import AirPicture from '../instruments/airframe/AirPicture.vue'
import SparrowMark from '../shared/SparrowMark.vue'
import { now } from '../shared/useClock'
import { useKeys } from '../shared/useKeys'
import type { PlanEdit } from '../wire'
import LookAgainst from './LookAgainst.vue'
import LookAsk from './LookAsk.vue'
import LookBar from './LookBar.vue'
import LookReference from './LookReference.vue'
import LookTape from './LookTape.vue'
import { useLens } from './useLens'
import { useLook } from './useLook'
import { useMarkings } from './useMarkings'
import { useStains } from './useStains'

const LookShape = defineAsyncComponent(() => import('./LookShape.vue'))
const LookMarkings = defineAsyncComponent(() => import('./LookMarkings.vue'))
const LookStains = defineAsyncComponent(() => import('./LookStains.vue'))

const props = defineProps<{ slug: string }>()
const store = useOpened(() => props.slug)
const route = useRoute()
const router = useRouter()
const { build, at } = storeToRefs(store)

store.stays = true
onBeforeUnmount(() => (store.stays = false))

const holder = ref<HTMLElement | null>(null)
const size = useElementSize(holder)
// Real size: how many CSS pixels this screen has for a millimetre, measured once with a bank card (ISO/IEC 7810 ID-1: 85.60 mm).
const cardMM = 85.6
const pxPerMM = useStorage('inkysparrow.px-per-mm', 0)
const real = ref(false)
const measuring = ref(false)
const cardPx = ref(323)
function measured() {
  pxPerMM.value = cardPx.value / cardMM
  measuring.value = false
  real.value = true
}
function toReal() {
  if (real.value) real.value = false
  else if (pxPerMM.value) real.value = true
  else measuring.value = true
}
const scale = computed(() => (real.value ? pxPerMM.value : 0))

const l = useLook(toRef(props, 'slug'), size, scale)
const { eye, finished, against, whole } = l
const problem = computed(() => store.problem || (whole.value ? '' : l.told.problem.value))

const {
  follow,
  leave,
  magnified,
  seen,
  style: lensStyle,
  turn: turnLens,
} = useLens(toRef(props, 'slug'), l, holder, size)
function move(e: PointerEvent) {
  if (staining.value) stains.move(e)
  markings.move(e)
  follow(e)
}

const photos = ref<string[]>([])
const pinning = ref(false)

// Placing: a tap moves a feature, or pins a worn place.
const placing = ref('')
async function tap(x: number, y: number) {
  if ((staining.value && stains.pulling.value) || marking.value) return
  const moving = placing.value
  placing.value = ''
  const got = await l.ask(x, y)
  if (!got) return
  const [ax, ay, az] = got.at
  const was = whole.value?.features.find((f) => f.id === moving)
  const flat = got.view === 'top' || got.view === 'under' // what stands out of the picture stays as it was
  if (was) {
    const own = { ...was, words: undefined, to_x_mm: undefined, to_y_mm: undefined, to_z_mm: undefined }
    const to = { x_mm: ax, y_mm: flat ? ay : own.y_mm, z_mm: flat ? own.z_mm : az }
    await edit({ do: 'put-feature', feature: { ...own, ...to } })
  } else if (pinning.value)
    await edit({
      do: 'put-feature',
      feature: { kind: 'worn', id: `worn-${Date.now()}`, x_mm: ax, y_mm: ay, z_mm: az, views: [got.view] },
    })
}
/** What the picture shows, for who does not see it. */
const described = computed(() => {
  const zones = (whole.value?.zones ?? []).filter((z) => z.of).map((z) => `${z.name}: ${z.words}`)
  return `${build.value?.name ?? ''}, ${whole.value?.clock ?? ''}. ${zones.join('; ')}`
})
const edit = (e: PlanEdit) => store.act(e)

const panel = computed({
  get: () => (typeof route.query.panel === 'string' ? route.query.panel : ''),
  set: (v: string) => {
    const query = Object.fromEntries(Object.entries({ ...route.query, panel: v }).filter(([, one]) => one))
    void router.replace({ query })
  },
})
const staining = computed(() => panel.value === 'stains')
const stains = useStains(
  toRef(props, 'slug'),
  staining,
  computed(() => (typeof route.query.stain === 'string' ? route.query.stain : '')),
)
const marking = computed(() => panel.value === 'markings')
const markings = useMarkings(whole, marking, edit)
/** One that lies in another view is looked at there. */
function chooseMarking(key: string) {
  markings.chosen.value = key
  const m = whole.value?.markings.find((one) => `${one.step}/${one.decal}/${one.copy}` === key)
  if (m && !whole.value?.views.some((v) => v.id === m.view)) l.view.value = m.view
}
/** Where the picture stands in its holder, for what is drawn over it. */
const over = ref<Record<string, string>>({})
function measure() {
  const [img, box] = [pictureBox(), holder.value?.getBoundingClientRect()]
  if (!img || !box || !holder.value) return
  over.value = {
    left: `${img.left - box.left + holder.value.scrollLeft}px`,
    top: `${img.top - box.top + holder.value.scrollTop}px`,
    width: `${img.width}px`,
    height: `${img.height}px`,
  }
}
watch([marking, whole, size.width, size.height], () => marking.value && requestAnimationFrame(measure))
/** What the picture is asked for: with what is being pulled. */
const shownQuery = computed(() => ({
  ...l.query.value,
  ...(staining.value && stains.pulled.value ? { pull: stains.pull.value } : {}),
}))
const pictureBox = () => holder.value?.querySelector('.picture img')?.getBoundingClientRect()
function press(e: PointerEvent) {
  if (staining.value) stains.down(e, whole.value, pictureBox())
  markings.down(e, pictureBox())
}
function release() {
  stains.up()
  void markings.up()
}
useKeys({
  ',': () => store.toEvent(-1),
  '.': () => store.toEvent(1),
  n: () => store.toNow(),
  x: () => (finished.value = finished.value ? '' : 'yes'),
  s: () => (eye.value = eye.value === 'squint' ? '' : 'squint'),
  z: () => turnLens(),
  t: () => (panel.value = staining.value ? '' : 'stains'),
  k: () => (panel.value = marking.value ? '' : 'markings'),
  Escape: () => ((placing.value = ''), (pinning.value = false), markings.leave()),
  'Ctrl+z': () => void store.undo(),
  'Ctrl+y': () => void store.redo(),
})
</script>

<template>
  <main class="place look-place">
    <div v-if="problem" class="empty">
      <SparrowMark :size="72" />
      <p>{{ problem }}</p>
      <RouterLink to="/builds">To the builds</RouterLink>
    </div>
    <template v-else-if="build">
      <h1 class="visually-hidden">Look of {{ build.name }}</h1>
      <LookBar
        v-model:panel="panel"
        class="bar"
        :look="l"
        :magnified="magnified"
        :real="real"
        @magnify="turnLens"
        @real="toReal"
      />

      <div
        ref="holder"
        class="stage"
        :class="{
          aiming: placing || pinning,
          real,
          beside: photos.length,
          pulls: marking || (staining && stains.chosen.value),
        }"
        @pointerdown="press"
        @pointerup="release"
        @pointercancel="release"
        @pointermove="move"
        @pointerleave="leave"
      >
        <figure v-if="photos.length" class="photo">
          <img v-for="(one, i) in photos" :key="one" :src="one" :alt="`Your reference photograph ${i + 1}`" />
        </figure>
        <AirPicture
          class="picture"
          :slug="slug"
          :revision="build.revision"
          :at="at"
          :query="shownQuery"
          :rough="stains.pulling.value"
          :most="-1"
          :scale="scale"
          :label="described"
          @tap="tap"
        />
        <svg
          v-if="marking && whole"
          class="marks"
          :style="over"
          :viewBox="`0 0 ${whole.width} ${whole.height}`"
          aria-hidden="true"
        >
          <rect
            v-for="o in markings.outlines.value"
            :key="o.key"
            :class="{ own: o.own }"
            :x="-o.w / 2"
            :y="-o.h / 2"
            :width="o.w"
            :height="o.h"
            :transform="`translate(${o.x} ${o.y}) rotate(${o.turn})`"
          />
        </svg>
        <div v-if="seen" class="lens" :style="lensStyle" aria-hidden="true" />
        <p v-if="against && whole?.against" class="halves">
          <span>left: {{ whole.clock }}</span
          ><span>right: {{ whole.against.words }}</span>
        </p>
        <form v-if="measuring" class="card" @submit.prevent="measured">
          <p>Hold a bank card to the frame and make it as wide as the card. This is asked once.</p>
          <div class="frame" :style="{ width: `${cardPx}px` }" />
          <input v-model.number="cardPx" type="range" min="150" max="900" aria-label="Width of the card" />
          <div class="acts">
            <button type="submit" class="act first">It fits</button>
            <button type="button" class="act" @click="measuring = false">Not now</button>
          </div>
        </form>
      </div>

      <aside class="side" aria-label="Asked of the picture">
        <LookShape v-if="panel === 'shape' && whole" :whole="whole" :build="build" @edit="edit" @close="panel = ''" />
        <LookMarkings
          v-else-if="marking && whole"
          :whole="whole"
          :chosen="markings.chosen.value"
          @choose="chooseMarking"
          @edit="edit"
          @close="panel = ''"
        />
        <LookStains
          v-else-if="staining"
          :slug="slug"
          :stains="stains"
          @against="against = $event"
          @close="panel = ''"
        />
        <template v-else>
          <p v-if="placing || pinning" class="aim" role="status">
            {{ pinning ? 'Tap where the photograph shows wear.' : 'Tap where it goes.' }} Esc leaves it.
          </p>
          <LookAsk
            v-if="l.asked.value.value && whole"
            :asked="l.asked.value.value"
            :zones="whole.zones"
            :features="whole.features"
            :slug="slug"
            :placing="placing"
            @edit="edit"
            @placing="placing = $event"
          />
          <template v-else>
            <p class="soft">
              {{
                l.beside.value || 'Tap the skin: it tells its films, why it has this colour, and which step made it so.'
              }}
            </p>
            <div class="zones" role="group" aria-label="Ask about a zone">
              <button
                v-for="z in whole?.zones.filter((one) => one.of) ?? []"
                :key="z.id"
                type="button"
                class="act"
                @click="l.askZone(z)"
              >
                <i :style="{ background: z.colour }" aria-hidden="true" />{{ z.name }}
              </button>
            </div>
          </template>
          <LookAgainst :look="l" :build="build" />
          <LookReference v-model="photos" v-model:pinning="pinning" :slug="slug" />
        </template>
      </aside>

      <LookTape
        class="tape"
        :build="build"
        :at="at"
        :now="now"
        :clock="store.moment?.clock ?? ''"
        @move="store.moveTo"
        @event="store.toEvent"
        @now="store.toNow"
      />
    </template>
    <p v-else class="soft loading" role="status">Reading the build</p>
  </main>
</template>

<style scoped>
.look-place {
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr) 320px;
  grid-template-areas: 'bar bar' 'stage side' 'tape tape';
  flex: 1;
  min-height: 0;
  background: var(--sheet);
}
.empty,
.loading {
  grid-column: 1 / -1;
  padding: 30px;
}
.bar {
  grid-area: bar;
}
.stage {
  grid-area: stage;
  position: relative;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  background: var(--booth);
}
.stage.real {
  overflow: auto;
}
.stage.beside {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr);
}
.marks {
  position: absolute;
  pointer-events: none;
}
.marks rect {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5px;
  stroke-dasharray: 4 4;
  vector-effect: non-scaling-stroke;
}
.marks rect.own {
  stroke: var(--wait);
  stroke-width: 2.5px;
  stroke-dasharray: none;
}
.stage.pulls .picture {
  touch-action: none;
  cursor: grab;
}
.stage.aiming {
  cursor: crosshair;
}
.photo {
  display: grid;
  grid-auto-rows: minmax(0, 1fr);
  place-items: center;
  min-width: 0;
  min-height: 0;
  margin: 0;
}
.photo img {
  max-width: 100%;
  max-height: 100%;
}
.lens {
  position: absolute;
  width: 220px;
  height: 220px;
  border: 2px solid var(--ink);
  border-radius: 50%;
  pointer-events: none;
  background-color: var(--booth);
}
.halves {
  grid-column: 1 / -1;
  display: flex;
  justify-content: space-between;
  gap: 12px;
  margin: 0;
  padding: 4px 12px;
  background: var(--raised);
}
.card {
  position: absolute;
  inset: 20px auto auto 20px;
  display: grid;
  gap: 10px;
  max-width: calc(100% - 40px);
  padding: 14px;
  background: var(--raised);
  border: 1px solid var(--ink);
}
.frame {
  max-width: 100%;
  aspect-ratio: 85.6 / 53.98;
  border: 2px solid var(--ink);
}
.acts {
  display: flex;
  gap: 8px;
}
.side {
  grid-area: side;
  display: flex;
  flex-direction: column;
  gap: 14px;
  min-height: 0;
  padding: 12px;
  overflow-y: auto;
  border-left: 1px solid var(--line);
}
.zones {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.zones i {
  display: inline-block;
  width: 14px;
  height: 14px;
  margin-right: 6px;
  border: 1px solid var(--line);
  vertical-align: -2px;
}
.aim {
  padding: 6px 8px;
  background: var(--lamp);
  color: var(--on-lamp);
}
.tape {
  grid-area: tape;
}
@media (max-width: 1000px) {
  .look-place {
    grid-template: auto minmax(0, 1.1fr) auto minmax(0, 0.9fr) / minmax(0, 1fr);
    grid-template-areas: 'bar' 'stage' 'tape' 'side';
  }
  .side {
    border: 0;
    border-top: 1px solid var(--line);
  }
}
@media (max-width: 640px) {
  .look-place {
    display: flex;
    flex-direction: column;
  }
  /* The rail stands under the picture and stays, whatever is scrolled to. */
  .stage {
    flex: none;
    height: 46dvh;
  }
  .tape {
    position: sticky;
    z-index: 5;
    top: 0;
    bottom: 48px;
  }
  .bar,
  .side {
    order: 1;
  }
}
</style>
