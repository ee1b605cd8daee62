<script setup lang="ts">
import { computed, onBeforeUnmount, reactive, ref, watch } from 'vue'

import { useBuild } from '../build/useBuild'
import { useUnits } from '../shared/useUnits'
import ProductFields from '../shelf/ProductFields.vue'
import { copyOf, useShelf } from '../shelf/useShelf'
import { filled } from '../shared/filled'
import type { PlanEdit, PlanProduct, PlanZone } from '../wire'
import BothVersions from './BothVersions.vue'
import CareFields from './CareFields.vue'
import EffectNote from './EffectNote.vue'
import EveningFields from './EveningFields.vue'
import RoomFields from './RoomFields.vue'
import SchoolFields from './SchoolFields.vue'
import ServiceFields from './ServiceFields.vue'
import { settingsForm, settingsOf } from './settings'
import { useEffectOf } from './useEffectOf'
import { familyName, useTrade } from './useTrade'

const emit = defineEmits<{ close: [] }>()
const store = useBuild()
const units = useUnits()
const trade = useTrade()
const tab = ref('room')
const refused = ref('')
const file = store.build?.plan

// A working copy: nothing is changed until it is saved.
const s = reactive(settingsForm(file, units, trade.value?.usual.climate ?? { temperature_c: 0, humidity_pct: 0 }))
const settings = computed<PlanEdit>(() => ({ do: 'put-settings', settings: settingsOf(s, units) }))

/** How large a zone is: as it was typed, else as the airframe has it. */
const areaOf = (z: { id: string; area_cm2?: number }) =>
  z.area_cm2 ?? store.build?.zones.find((one) => one.id === z.id)?.area_cm2 ?? 0
const zone = ref<{ id: string; name: string; area: string; part: string } | null>(null)
const zoneEdit = computed<PlanEdit | null>(() => {
  if (!zone.value) return null
  const z: PlanZone = {
    id: zone.value.id || 'new',
    name: zone.value.name,
    ...(zone.value.area ? { area_cm2: Number(zone.value.area) } : {}),
    ...(zone.value.part ? { part: zone.value.part } : {}),
    steps: [],
  }
  return { do: 'put-zone', of: zone.value.id, new_zone: z }
})

const product = ref<PlanProduct | null>(null)
const fresh = ref(false)
const productEdit = computed<PlanEdit | null>(() => {
  const p = product.value
  if (!p) return null
  const { name, kind, family } = p
  return {
    do: 'put-product',
    of: fresh.value ? '' : p.id,
    product: { ...filled(p), name, kind, family, id: p.id || 'new' },
  }
})

const edit = computed<PlanEdit | null>(() =>
  tab.value === 'zones' ? zoneEdit.value : tab.value === 'shelf' ? productEdit.value : settings.value,
)
const { effect, problem } = useEffectOf(edit)
// The tape and the ready line show what it would do meanwhile.
watch(effect, (e) => (store.preview = e))
onBeforeUnmount(() => (store.preview = null))

/** What is being saved, and the same as another tablet has saved it. */
const yours = computed(() => {
  const e = edit.value
  if (e?.settings) return e.settings
  return e?.product ?? (e?.new_zone && { name: e.new_zone.name, area_cm2: e.new_zone.area_cm2 })
})
const theirs = computed(() => {
  const p = store.build?.plan
  if (!p || !edit.value) return undefined
  if (edit.value.product) return p.products.find((one) => one.id === edit.value?.of)
  const z = p.zones.find((one) => one.id === edit.value?.of)
  if (edit.value.new_zone) return z && { name: z.name, area_cm2: z.area_cm2 }
  const { build, climate, sessions, exceptions, airbrushes, racks, timezone, schools, service } = p
  return {
    build,
    climate,
    sessions: sessions ?? [],
    airbrushes: airbrushes ?? [],
    ...(racks ? { racks } : {}),
    exceptions: exceptions ?? [],
    timezone,
    schools: schools ?? {},
    service,
  }
})

async function save() {
  if (!edit.value) return
  refused.value = await store.edit(edit.value)
  if (refused.value) return
  zone.value = null
  product.value = null
  if (tab.value !== 'zones' && tab.value !== 'shelf') emit('close')
}

/** Makes an edit that needs no form. */
async function make(e: PlanEdit) {
  refused.value = await store.edit(e)
  zone.value = null
  product.value = null
}

const newPart = ref('')
const partsOf = computed(() => [
  { value: '', title: 'the model itself' },
  ...(store.build?.plan.parts ?? []).map((p) => ({ value: p.id, title: p.name })),
])
const zonesOf = (part: string) =>
  (store.build?.plan.zones ?? [])
    .filter((z) => z.part === part)
    .map((z) => z.name)
    .join(', ') || 'no zone yet'
async function addPart() {
  await make({ do: 'put-part', part: { id: 'new', name: newPart.value.trim() } })
  if (!refused.value) newPart.value = ''
}

const shelf = useShelf()
const fromShelf = computed(() =>
  shelf.value
    .filter((p) => !store.build?.plan.products.some((q) => q.shelf === p.id))
    .map((p) => ({ value: p.id, title: p.name, props: { subtitle: familyName(p.family) } })),
)
/** Whether the shelf's product differs from the plan's copy of it. */
function stale(p: PlanProduct) {
  const own = shelf.value.find((one) => one.id === p.shelf)
  if (!own) return false
  const plain = (x: PlanProduct) =>
    JSON.stringify(Object.entries({ ...x, id: p.id }).sort(([a], [b]) => (a < b ? -1 : 1)))
  return plain(copyOf(own)) !== plain(p)
}
function renew(p: PlanProduct) {
  const own = shelf.value.find((one) => one.id === p.shelf)
  if (own) void make({ do: 'put-product', of: p.id, product: { ...copyOf(own), id: p.id } })
}
function take(id: string | null) {
  const p = shelf.value.find((one) => one.id === id)
  if (p) void make({ do: 'put-product', product: copyOf(p) })
}
const newProduct = () => {
  fresh.value = true
  product.value = { id: '', name: '', kind: 'paint', family: 'waterborne-acrylic', colour: '#808080' }
}
</script>

<template>
  <v-dialog
    model-value
    max-width="860"
    scrollable
    :scrim="false"
    class="docked"
    aria-label="The plan"
    @update:model-value="emit('close')"
  >
    <v-card role="dialog" aria-modal="true" aria-label="The plan">
      <form class="sheet" @submit.prevent="save">
        <h2>The plan of {{ store.build?.name }}</h2>
        <v-tabs v-model="tab" density="compact" color="primary" aria-label="Parts of the plan" show-arrows>
          <v-tab value="room">Build and room</v-tab>
          <v-tab value="evenings">Evenings</v-tab>
          <v-tab value="care">How careful</v-tab>
          <v-tab value="zones">Zones</v-tab>
          <v-tab value="shelf">Products</v-tab>
          <v-tab value="service">Wear</v-tab>
          <v-tab value="schools">Schools</v-tab>
        </v-tabs>

        <div class="body">
          <RoomFields v-if="tab === 'room'" v-model="s" />
          <EveningFields v-else-if="tab === 'evenings'" v-model="s" />
          <CareFields v-else-if="tab === 'care'" v-model="s" />
          <template v-else-if="tab === 'zones'">
            <ul class="rows">
              <li v-for="z in store.build?.plan.zones ?? []" :key="z.id">
                <span>{{ z.name }}</span>
                <span class="figure"
                  >{{ units.square(areaOf(z)) }}{{ z.area_cm2 ? '' : ' of the airframe' }},
                  {{ z.steps.length }} steps</span
                >
                <v-btn
                  size="small"
                  variant="outlined"
                  @click="zone = { id: z.id, name: z.name, area: String(z.area_cm2 ?? ''), part: z.part ?? '' }"
                  >Change</v-btn
                >
                <v-btn
                  size="small"
                  variant="outlined"
                  :aria-label="`The route of ${z.name} again`"
                  @click="make({ do: 'copy-zone', of: z.id })"
                  >Again</v-btn
                >
                <v-btn
                  size="small"
                  variant="outlined"
                  :aria-label="`Remove ${z.name}`"
                  @click="make({ do: 'remove-zone', of: z.id })"
                  >Remove</v-btn
                >
              </li>
            </ul>
            <div v-if="zone" class="three">
              <v-text-field v-model="zone.name" label="Name of the zone" autofocus /><v-text-field
                v-model="zone.area"
                label="Area, cm²"
                type="number"
                min="0.1"
                step="any"
              />
              <v-select v-model="zone.part" label="Belongs to" :items="partsOf" />
            </div>
            <v-btn v-else variant="outlined" @click="zone = { id: '', name: '', area: '50', part: '' }"
              >Add a zone</v-btn
            >
            <h3>Parts that are finished apart</h3>
            <ul class="rows">
              <li v-for="p in store.build?.plan.parts ?? []" :key="p.id">
                <span>{{ p.name }}</span>
                <span class="soft">{{ zonesOf(p.id) }}</span>
                <v-btn
                  variant="outlined"
                  :aria-label="`Remove ${p.name}`"
                  @click="make({ do: 'remove-part', of: p.id })"
                  >Remove</v-btn
                >
              </li>
            </ul>
            <div class="pair">
              <v-text-field v-model="newPart" label="A new part, such as the left wing" />
              <v-btn variant="outlined" :disabled="!newPart.trim()" @click="addPart">Add the part</v-btn>
            </div>
            <p class="soft small">
              A zone that belongs to a part is finished apart; a step “Join parts” of another zone joins it.
            </p>
          </template>

          <template v-else-if="tab === 'shelf'">
            <ul class="rows">
              <li v-for="p in store.build?.plan.products ?? []" :key="p.id">
                <span><span class="swatch" :style="{ background: p.colour ?? 'transparent' }" /> {{ p.name }}</span>
                <span class="soft">{{ familyName(p.family) }}{{ p.sheen ? `, ${p.sheen}` : '' }}</span>
                <v-btn
                  v-if="stale(p)"
                  size="small"
                  variant="outlined"
                  title="The shelf's product has changed since it was copied"
                  :aria-label="`Renew ${p.name} from the shelf`"
                  @click="renew(p)"
                  >Renew</v-btn
                >
                <span v-else />
                <v-btn size="small" variant="outlined" @click="((fresh = false), (product = { ...p }))">Change</v-btn>
                <v-btn
                  size="small"
                  variant="outlined"
                  :aria-label="`Remove ${p.name}`"
                  @click="make({ do: 'remove-product', of: p.id })"
                  >Remove</v-btn
                >
              </li>
            </ul>
            <template v-if="product">
              <ProductFields v-model="product" />
            </template>
            <div v-else class="pair">
              <v-btn variant="outlined" @click="newProduct">Add a product</v-btn>
              <v-autocomplete
                :model-value="null"
                label="Take one from the shelf"
                :items="fromShelf"
                no-data-text="All of the shelf is in this plan"
                @update:model-value="take"
              />
            </div>
          </template>

          <template v-else-if="tab === 'service'">
            <ServiceFields v-model="s.service" />
          </template>

          <SchoolFields v-else v-model="s.schools" :schools="trade?.schools ?? []" />
        </div>

        <EffectNote :effect="effect" :problem="refused || problem" />
        <BothVersions v-if="refused && store.clash && yours" :yours="yours" :there="theirs" />
        <div class="buttons">
          <v-btn type="submit" color="primary" variant="flat" :disabled="!edit || !!problem" :loading="store.busy"
            >Save</v-btn
          >
          <v-btn variant="outlined" @click="emit('close')">Close</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style>
/* At the desk the plan lies over the route only: tape, look and ready line are seen while it is changed. */
@media (min-width: 1001px) and (min-height: 700px) {
  .docked > .v-overlay__content {
    position: absolute;
    top: 52px;
    left: 0;
    margin: 0;
    max-height: calc(100dvh - 300px) !important;
    width: 908px !important;
    max-width: 908px !important;
  }
  .docked > .v-overlay__content > .v-card {
    border-color: var(--ink) !important;
  }
  .docked .sheet {
    grid-template-rows: auto auto minmax(0, 1fr);
    max-height: calc(100dvh - 302px);
    overflow: hidden;
  }
  .docked .body {
    max-height: none;
    min-height: 0;
  }
}
</style>

<style scoped>
.body {
  display: grid;
  gap: 10px;
  max-height: 52vh;
  overflow-y: auto;
  padding: 8px 2px;
}
.body > .v-btn {
  justify-self: start;
}
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
}
.rows li {
  display: grid;
  grid-template-columns: 1fr auto auto auto auto;
  gap: 10px;
  align-items: center;
  min-height: 42px;
  border-bottom: 1px solid var(--line);
}
.swatch {
  display: inline-block;
  width: 18px;
  height: 14px;
  border: 1px solid var(--line);
  vertical-align: -2px;
}
</style>
