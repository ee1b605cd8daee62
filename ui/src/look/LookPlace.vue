<script setup lang="ts">
import { useElementSize, useStorage } from '@vueuse/core'
import { storeToRefs } from 'pinia'
import { computed, defineAsyncComponent, onBeforeUnmount, ref, toRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import AirPicture from '../instruments/airframe/AirPicture.vue'
import SparrowMark from '../shared/SparrowMark.vue'
import { now } from '../shared/useClock'
import { useKeys } from '../shared/useKeys'
import type { PlanEdit, Revision } from '../wire'
import LookAsk from './LookAsk.vue'
import LookTape from './LookTape.vue'
import { useLook } from './useLook'
import { useStains } from './useStains'
import { say } from '../shared/say'

const LookShape = defineAsyncComponent(() => import('./LookShape.vue'))
const LookStains = defineAsyncComponent(() => import('./LookStains.vue'))

const props = defineProps<{ slug: string }>()
const store = useBuild()
const route = useRoute()
const router = useRouter()
const { build, at } = storeToRefs(store)
watch(
  () => props.slug,
  (slug) => {
    if (store.build?.slug !== slug) void store.open(slug)
  },
  { immediate: true },
)

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
const { view, light, eye, finished, shows, against, whole } = l
const problem = computed(() => store.problem || (whole.value ? '' : l.told.problem.value))

const views = [
  ['', 'All'],
  ['top', 'Top'],
  ['under', 'Underside'],
  ['left', 'Left'],
  ['right', 'Right'],
] as const
const eyes = [
  ['', 'close up'],
  ['arm', 'arm’s length'],
  ['squint', 'squint'],
] as const
const shown = computed(() => new Set(shows.value.split(',').filter(Boolean)))
function turn(id: string) {
  const all = new Set(shown.value)
  if (!all.delete(id)) {
    if (id === 'soft' || id === 'bite') all.delete(id === 'soft' ? 'bite' : 'soft')
    all.add(id)
  }
  shows.value = [...all].join(',')
}

// What it is set against.
const pinned = ref(0)
const revisions = ref<Revision[]>([])
async function listRevisions() {
  if (revisions.value.length) return
  try {
    revisions.value = (await api.history(props.slug, {})).revisions
  } catch {
    revisions.value = [] // the list of ways is still there
  }
}
const iso = (t: number) => new Date(t).toISOString().replace(/\.\d+/, '')
const clock = (t: number) => say(t, 'clock', build.value?.timezone)
function pin() {
  pinned.value = at.value
  against.value = `at:${iso(at.value)}`
}

// The magnifier follows the pointer over a picture three times as large.
const magnified = ref(false)
const lens = ref({ x: 0, y: 0, on: false })
const box = computed(() => {
  void [size.width.value, size.height.value] // it is measured anew when the page is resized
  return holder.value?.querySelector('.picture img')?.getBoundingClientRect()
})
function move(e: PointerEvent) {
  if (staining.value) stains.move(e)
  if (!magnified.value) return
  const img = (e.currentTarget as HTMLElement).querySelector('.picture img')?.getBoundingClientRect()
  if (!img) return
  const x = (e.clientX - img.left) / img.width
  const y = (e.clientY - img.top) / img.height
  lens.value = { x, y, on: x >= 0 && x <= 1 && y >= 0 && y <= 1 }
}
const large = computed(() => {
  if (!magnified.value || !build.value || !at.value) return ''
  const w = Math.min(3000, Math.floor(((box.value?.width ?? 900) * 3) / 20) * 20)
  const h = Math.min(3000, Math.floor(((box.value?.height ?? 500) * 3) / 20) * 20)
  const q = new URLSearchParams({
    ...l.query.value,
    at: iso(at.value),
    width: String(w),
    most: String(h),
    revision: String(build.value.revision),
  })
  return `/api/builds/${encodeURIComponent(props.slug)}/look/picture?${q}`
})
const lensStyle = computed(() => {
  const b = box.value
  const shell = holder.value?.getBoundingClientRect()
  if (!b || !shell) return {}
  const [w, h, r] = [b.width * 3, b.height * 3, 110]
  return {
    left: `${b.left - shell.left + lens.value.x * b.width - r}px`,
    top: `${b.top - shell.top + lens.value.y * b.height - r}px`,
    backgroundImage: `url("${large.value}"), url("${holder.value?.querySelector('.picture img')?.getAttribute('src') ?? ''}")`, // the coarse one until the fine one is there
    backgroundSize: `${w}px ${h}px`,
    backgroundPosition: `${r - lens.value.x * w}px ${r - lens.value.y * h}px`,
  }
})

// Photographs of one's own stand beside the picture, two at most; they stay on this screen.
const mostPhotos = 2
const photos = ref<string[]>([])
const pinning = ref(false)
function take(e: Event) {
  const input = e.target as HTMLInputElement
  for (const file of input.files ?? []) {
    if (!file.type.startsWith('image/')) continue
    photos.value.push(URL.createObjectURL(file))
    if (photos.value.length > mostPhotos) URL.revokeObjectURL(photos.value.shift() ?? '')
  }
  input.value = '' // the same file can be read again
}
function takeAway() {
  photos.value.forEach((one) => URL.revokeObjectURL(one))
  photos.value = []
  pinning.value = false
}

// Placing: a tap moves a feature, or pins a worn place.
const placing = ref('')
async function tap(x: number, y: number) {
  if (staining.value && stains.pulling.value) return
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
/** What the picture is asked for: with what is being pulled. */
const shownQuery = computed(() => ({
  ...l.query.value,
  ...(staining.value && stains.pulled.value ? { pull: stains.pull.value } : {}),
}))
const pictureBox = () => holder.value?.querySelector('.picture img')?.getBoundingClientRect()
function press(e: PointerEvent) {
  if (staining.value) stains.down(e, whole.value, pictureBox())
}
useKeys({
  ',': () => store.toEvent(-1),
  '.': () => store.toEvent(1),
  n: () => store.toNow(),
  x: () => (finished.value = finished.value ? '' : 'yes'),
  s: () => (eye.value = eye.value === 'squint' ? '' : 'squint'),
  z: () => (magnified.value = !magnified.value),
  t: () => (panel.value = staining.value ? '' : 'stains'),
  Escape: () => ((placing.value = ''), (pinning.value = false)),
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
      <div class="bar" role="toolbar" aria-label="How it is looked at">
        <div class="turns" role="radiogroup" aria-label="View">
          <label v-for="[id, words] in views" :key="id"
            ><input v-model="view" type="radio" name="view" :value="id" />{{ words }}</label
          >
        </div>
        <label class="pick"
          ><span class="plate">Light</span>
          <select v-model="light">
            <option v-for="x in whole?.lights ?? []" :key="x.id" :value="x.id === 'daylight' ? '' : x.id">
              {{ x.words }}
            </option>
          </select>
        </label>
        <label class="pick"
          ><span class="plate">Seen</span>
          <select v-model="eye">
            <option v-for="[id, words] in eyes" :key="id" :value="id">{{ words }}</option>
          </select>
        </label>
        <button
          type="button"
          class="act"
          :aria-pressed="!!finished"
          title="x"
          @click="finished = finished ? '' : 'yes'"
        >
          Under its last coat
        </button>
        <button type="button" class="act" :aria-pressed="magnified" title="z" @click="magnified = !magnified">
          Magnifier
        </button>
        <button type="button" class="act" :aria-pressed="real" @click="toReal">Real size</button>
        <button type="button" class="act" :aria-pressed="staining" title="t" @click="panel = staining ? '' : 'stains'">
          Stains
        </button>
        <button
          type="button"
          class="act"
          :aria-pressed="panel === 'shape'"
          @click="panel = panel === 'shape' ? '' : 'shape'"
        >
          Airframe
        </button>
      </div>

      <div
        ref="holder"
        class="stage"
        :class="{ aiming: placing || pinning, real, beside: photos.length, pulls: staining && stains.chosen.value }"
        @pointerdown="press"
        @pointerup="stains.up"
        @pointercancel="stains.up"
        @pointermove="move"
        @pointerleave="lens.on = false"
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
          :label="`${build.name}, ${whole?.clock ?? ''}`"
          @tap="tap"
        />
        <div v-if="magnified && lens.on" class="lens" :style="lensStyle" aria-hidden="true" />
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
          <section class="against">
            <h2 class="plate">Set against</h2>
            <select v-model="against" aria-label="Set against" @pointerdown="listRevisions" @focus="listRevisions">
              <option value="">nothing</option>
              <option v-if="pinned" :value="`at:${iso(pinned)}`">{{ clock(pinned) }}, pinned</option>
              <option :value="`at:${iso(now)}`">as it is now</option>
              <option :value="`at:${build.tape.to}`">when it is finished</option>
              <optgroup v-if="whole?.ways.length" label="Done another way">
                <option v-for="w in whole.ways" :key="w.id" :value="`way:${w.id}`">{{ w.words }}</option>
              </optgroup>
              <optgroup v-if="revisions.length" label="As it was after">
                <option v-for="r in revisions" :key="r.id" :value="`revision:${r.id}`">
                  {{ r.change }}
                </option>
              </optgroup>
            </select>
            <button type="button" class="act" @click="pin">Pin this moment</button>
            <p v-if="against && whole?.against" class="noticed" :class="whole.against.seen">
              {{ whole.against.noticed }}
            </p>
          </section>
          <section class="shows">
            <h2 class="plate">Shown over it</h2>
            <label v-for="o in whole?.overlays ?? []" :key="o.id"
              ><input type="checkbox" :checked="shown.has(o.id)" @change="turn(o.id)" />{{ o.words }}</label
            >
            <ul v-if="shown.has('soft') || shown.has('bite')" class="states">
              <li v-for="z in whole?.zones.filter((one) => one.on) ?? []" :key="z.id">
                {{ z.name }}:
                {{ shown.has('bite') ? (z.bite === 'bite' ? `would lose ${z.bite_um} µm` : 'safe now') : z.words }}
              </li>
            </ul>
          </section>
          <section class="shows">
            <h2 class="plate">Reference</h2>
            <label class="drop"
              ><input type="file" accept="image/*" multiple @change="take" /><span>{{
                photos.length ? 'Another photograph' : 'A photograph beside it'
              }}</span></label
            >
            <button v-if="photos.length" type="button" class="act" :aria-pressed="pinning" @click="pinning = !pinning">
              {{ pinning ? 'Done pinning' : 'Pin worn places' }}
            </button>
            <button v-if="photos.length" type="button" class="act" @click="takeAway">Take them away</button>
          </section>
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
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  padding: 6px 12px;
  border-bottom: 1px solid var(--line);
}
.turns {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
}
.turns label,
.shows label {
  display: flex;
  align-items: center;
  gap: 5px;
  min-height: 34px;
}
.pick {
  display: flex;
  gap: 6px;
  align-items: center;
}
select {
  min-height: 36px;
  max-width: 100%;
  padding: 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: var(--sheet);
  color: inherit;
  font: 16px var(--v-font-body);
}
.act[aria-pressed='true'] {
  background: var(--action);
  color: var(--on-action);
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
.against,
.shows {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.against select {
  width: 100%;
}
.noticed {
  margin: 0;
  font-weight: 600;
}
.noticed.arm {
  color: var(--ink);
}
.noticed.not {
  color: var(--soft);
}
.states {
  margin: 0;
  padding-left: 18px;
}
.drop input {
  position: absolute;
  opacity: 0;
  width: 1px;
  height: 1px;
}
.drop span {
  display: inline-block;
  min-height: 36px;
  padding: 6px 10px;
  border: 1px solid var(--line);
  cursor: pointer;
}
.drop input:focus-visible + span {
  outline: 2px solid var(--note);
}
.tape {
  grid-area: tape;
}
@media (pointer: coarse) {
  .turns label,
  .shows label,
  select {
    min-height: 44px;
  }
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
  .stage {
    min-height: 300px;
  }
}
</style>
