<script setup lang="ts">
import { mdiHistory, mdiRedo, mdiUndo } from '@mdi/js'
import { useElementSize, useStorage, watchDebounced } from '@vueuse/core'
import { computed, defineAsyncComponent, reactive, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import { useTrade } from '../edit/useTrade'
import SparrowMark from '../shared/SparrowMark.vue'
import StateMark from '../shared/StateMark.vue'
import { useKeys } from '../shared/useKeys'
import { whileTold } from '../shared/useLive'
import { useNewest } from '../shared/useNewest'
import { useReturnFocus } from '../shared/useReturnFocus'
import { useUnits } from '../shared/useUnits'
import type { Shelf, Shelved, ShelfGood, ShelfProduct } from '../wire'
import BottleMark from './BottleMark.vue'
import ProductForm from './ProductForm.vue'
import ProductPanel from './ProductPanel.vue'
import { say } from '../shared/say'

const ImportShelf = defineAsyncComponent(() => import('./ImportShelf.vue'))
const ShelfHistory = defineAsyncComponent(() => import('./ShelfHistory.vue'))

const props = defineProps<{ product?: string }>()
const router = useRouter()
const store = useBuild()
const trade = useTrade()
const units = useUnits()
const drop = computed(() => trade.value?.drop_ml ?? 0)

const shelf = shallowRef<Shelf | null>(null)
const problem = ref('')
const tell = (e: unknown) => (store.said = e instanceof Refusal ? e.message : String(e))
async function read() {
  try {
    shelf.value = await api.shelf()
    problem.value = ''
  } catch (e) {
    if (shelf.value) tell(e)
    else problem.value = e instanceof Refusal ? e.message : String(e)
  }
}
void read()
whileTold((e) => {
  const known = e.what === 'shelf' && e.revision === shelf.value?.revision
  if (e.what !== 'builds' && !known && (e.what !== 'hello' || problem.value)) void read()
})

// What is shown: a search, a kind, what it is good for.
const search = ref('')
const kind = ref('')
const cards = useStorage('inkysparrow.bottles', true)
const good = reactive({ way: '', over: 'waterborne-acrylic', days: '2' })
const fit = useNewest<ShelfGood>((words) => (store.said = words))
const goodIds = computed(() => (fit.value.value ? new Set(fit.value.value.ids) : null))
watchDebounced(
  () => ({ ...good }),
  (q) => {
    if (q.way) void fit.ask(() => api.goodFor(q))
    else fit.clear()
  },
  { debounce: 150 },
)
const ages = computed(() => (trade.value?.film_ages ?? []).map((x) => ({ value: x.id, title: x.words })))
const kinds = computed(() => [
  { value: '', title: 'all' },
  ...(trade.value?.kinds.map((k) => ({ value: k, title: k })) ?? []),
])
const ways = computed(() => [
  { value: '', title: 'anything' },
  ...(shelf.value?.ways.map((w) => ({ value: w.id, title: `being ${w.words}` })) ?? []),
])
const families = computed(
  () => trade.value?.families.filter((f) => !f.loose).map((f) => ({ value: f.id, title: `over ${f.name}` })) ?? [],
)
const shown = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  return (shelf.value?.products ?? []).filter((p) => {
    const text = `${p.product.name} ${p.family} ${p.product.kind} ${p.liquids} ${p.product.note ?? ''}`.toLowerCase()
    return (
      words.every((w) => text.includes(w)) &&
      (!kind.value || p.product.kind === kind.value) &&
      (!goodIds.value || goodIds.value.has(p.product.id))
    )
  })
})
const list = useTemplateRef('list')
const { width } = useElementSize(list)
const across = computed(() => Math.max(1, Math.floor(width.value / 215)))
const rows = computed(() => {
  if (!cards.value) return shown.value.map((p) => [p])
  const out: Shelved[][] = []
  const n = across.value
  for (let i = 0; i < shown.value.length; i += n) out.push(shown.value.slice(i, i + n))
  return out
})

// What is chosen, and the product that is being changed or added.
const chosen = computed(() => shelf.value?.products.find((p) => p.product.id === props.product))
const draft = shallowRef<ShelfProduct | null>(null)
function choose(p: Shelved) {
  draft.value = null
  void router.replace({ name: 'shelf', query: { product: p.product.id } })
}
let before = new Set<string>() // what stood on the shelf as a new product was begun
function add() {
  void router.replace({ name: 'shelf' })
  before = new Set(shelf.value?.products.map((one) => one.product.id))
  draft.value = { id: '', name: '', kind: 'paint', family: 'waterborne-acrylic', colour: '#808080' } as ShelfProduct
}
function saved(now: Shelf, p: ShelfProduct) {
  shelf.value = now
  const id = p.id || now.products.find((one) => !before.has(one.product.id) && one.product.name === p.name)?.product.id
  draft.value = null
  store.said = `${p.name} is on the shelf.`
  if (id) void router.replace({ name: 'shelf', query: { product: id } })
}
const removed = shallowRef<ShelfProduct | null>(null)
async function remove(p: ShelfProduct) {
  try {
    shelf.value = await api.removeShelf(at(), p.id)
    removed.value = p
    draft.value = null
    void router.replace({ name: 'shelf' })
  } catch (e) {
    refused(e)
  }
}
async function turn(way: typeof api.undoShelf, words: string) {
  try {
    shelf.value = await way({ revision: at() })
    store.said = words
    removed.value = null
  } catch (e) {
    refused(e)
  }
}
const undo = () => turn(api.undoShelf, `Taken back: ${shelf.value?.undoes}.`)
const redo = () => turn(api.redoShelf, `Done again: ${shelf.value?.redoes}.`)
async function putBack() {
  const id = removed.value?.id
  await undo()
  void router.replace({ name: 'shelf', query: { product: id } })
}
const at = () => shelf.value?.revision ?? 0
/** Tells what was refused; where another tablet was faster, the shelf is read again. */
function refused(e: unknown) {
  tell(e)
  if (e instanceof Refusal && e.problem.code === 'moved') void read()
}
const history = ref(false)
useKeys({ 'Ctrl+z': () => shelf.value?.undoes && void undo(), 'Ctrl+y': () => shelf.value?.redoes && void redo() })

// How full a bottle is, beside the fullest of the shelf.
const fullest = computed(() => Math.max(0, ...(shelf.value?.products ?? []).map((p) => p.product.stock_ml ?? 0)))
const fill = (p: Shelved) =>
  p.product.used_up ? 0 : p.product.stock_ml === undefined || !fullest.value ? null : p.product.stock_ml / fullest.value

// A bottle that is put onto another one tells what may follow what.
const held = ref('')
const onto = ref('')
const above = ref('') // the bottle that was put onto the chosen one
function put(p: Shelved) {
  const from = held.value
  held.value = onto.value = ''
  if (!from || from === p.product.id) return
  above.value = from
  choose(p)
}
watch(
  () => props.product,
  (id, was) => {
    if (id !== was && above.value === id) above.value = ''
  },
)
const day = (t: string) => say(t, 'date')

const importing = ref(false)
useReturnFocus(importing)
useReturnFocus(history)
function imported(words: string) {
  importing.value = false
  store.said = words
  void read()
}
const stock = (p: Shelved) =>
  p.product.used_up ? 'used up' : p.product.stock_ml === undefined ? '' : units.liquid(p.product.stock_ml, drop.value)
</script>

<template>
  <main v-if="problem" class="empty">
    <SparrowMark :size="72" />
    <h1>{{ problem }}</h1>
  </main>
  <p v-else-if="!shelf" class="loading soft">Reading the shelf</p>
  <main v-else class="shelf" :class="{ open: chosen || draft }">
    <section ref="list" class="list" aria-label="Products">
      <header>
        <h1>Shelf</h1>
        <div class="actions">
          <v-btn variant="outlined" @click="units.amount.value = units.amount.value === 'ml' ? 'drops' : 'ml'">{{
            units.amount.value === 'ml' ? 'in drops' : 'in ml'
          }}</v-btn>
          <v-btn variant="outlined" @click="cards = !cards">{{ cards ? 'As a table' : 'As bottles' }}</v-btn>
          <v-btn
            :icon="mdiUndo"
            size="small"
            :disabled="!shelf.undoes"
            :title="shelf.undoes ? `Undo: ${shelf.undoes}` : 'Nothing to undo'"
            aria-label="Undo"
            @click="undo"
          />
          <v-btn
            :icon="mdiRedo"
            size="small"
            :disabled="!shelf.redoes"
            :title="shelf.redoes ? `Redo: ${shelf.redoes}` : 'Nothing to redo'"
            aria-label="Redo"
            @click="redo"
          />
          <v-btn :icon="mdiHistory" size="small" title="History" aria-label="History" @click="history = true" />
          <v-btn variant="outlined" @click="importing = true">Import</v-btn>
          <v-menu>
            <template #activator="{ props: own }"><v-btn v-bind="own" variant="outlined">Export</v-btn></template>
            <v-list aria-label="Export">
              <v-list-item href="/api/shelf/export?as=json" title="A shelf file (JSON)" />
              <v-list-item href="/api/shelf/export?as=csv" title="A table (CSV)" />
              <v-list-item href="/api/shelf/export?as=gpl" title="A palette of its colours (.gpl)" />
            </v-list>
          </v-menu>
          <v-btn color="primary" variant="flat" @click="add">Add a product</v-btn>
        </div>
      </header>
      <div class="filters">
        <v-text-field v-model="search" label="Search" clearable hide-details />
        <v-select v-model="kind" label="Kind" :items="kinds" hide-details />
        <v-select v-model="good.way" label="Good for" :items="ways" hide-details />
        <v-select v-model="good.over" label="Over what" :items="families" :disabled="!good.way" hide-details />
        <v-select v-model="good.days" label="And how old" :items="ages" :disabled="!good.way" hide-details />
      </div>
      <p v-if="removed" class="removed" role="status">
        {{ removed.name }} is off the shelf. <button type="button" class="link" @click="putBack">Put it back</button>
      </p>
      <p class="count soft" aria-live="polite">
        {{
          shown.length === shelf.products.length
            ? `${shown.length} products`
            : `${shown.length} of ${shelf.products.length} products`
        }}
      </p>
      <div v-if="!shelf.products.length" class="none">
        <SparrowMark :size="56" />
        <p>Nothing on the shelf yet. Add what you paint with, or import a table; plans can then take it from here.</p>
      </div>
      <p v-else-if="!shown.length" class="none soft">Nothing on the shelf is like that.</p>
      <v-virtual-scroll v-else :items="rows" :item-height="cards ? 152 : 46" class="rows">
        <template #default="{ item }">
          <div
            class="line"
            :class="{ cards }"
            :style="cards ? { gridTemplateColumns: `repeat(${across}, minmax(0, 1fr))` } : {}"
          >
            <button
              v-for="p in item"
              :key="p.product.id"
              type="button"
              class="product"
              :class="{ chosen: p.product.id === product, gone: p.product.used_up, onto: onto === p.product.id }"
              :aria-current="p.product.id === product ? 'true' : undefined"
              draggable="true"
              @dragstart="held = p.product.id"
              @dragend="held = onto = ''"
              @dragover.prevent="onto = p.product.id"
              @dragleave="onto = ''"
              @drop.prevent="put(p)"
              @click="((above = ''), choose(p))"
            >
              <BottleMark
                v-if="cards"
                class="bottle"
                :colour="p.product.colour"
                :fill="fill(p)"
                :gone="!!p.product.used_up"
              />
              <span
                v-else
                class="swatch"
                :style="{ background: p.product.colour ?? 'transparent' }"
                :class="{ clear: !p.product.colour }"
              />
              <bdi class="name" :title="p.product.name">{{ p.product.name }}</bdi>
              <span class="family soft">{{ p.family }}{{ p.product.sheen ? `, ${p.product.sheen}` : '' }}</span>
              <span v-if="cards && p.product.opened" class="opened soft">opened {{ day(p.product.opened) }}</span>
              <span class="liquids soft">{{ p.liquids }}</span>
              <span class="stock figure">{{ stock(p) }}</span>
              <span class="need">
                <span v-if="p.runs_out" :title="p.runs_out"><StateMark state="wait" quiet /> {{ p.runs_out }}</span>
                <template v-else-if="p.need_ml">{{ units.liquid(p.need_ml, drop) }} planned</template>
              </span>
            </button>
          </div>
        </template>
      </v-virtual-scroll>
    </section>

    <aside v-if="chosen || draft" aria-label="Product">
      <header>
        <h2>
          {{
            draft ? (draft.id ? `Change ${chosen?.product.name ?? draft.name}` : 'A new product') : chosen?.product.name
          }}
        </h2>
      </header>
      <ProductForm
        v-if="draft"
        :key="draft.id"
        :product="draft"
        :drop="drop"
        :revision="shelf.revision"
        @saved="saved"
        @moved="read"
        @leave="draft = null"
      />
      <ProductPanel
        v-else-if="chosen"
        :chosen="chosen"
        :products="shelf.products"
        :drop="drop"
        :above="above"
        @change="draft = chosen.product"
        @remove="remove(chosen.product)"
      />
    </aside>
    <ImportShelf v-if="importing" :revision="shelf.revision" @close="importing = false" @done="imported" />
    <ShelfHistory v-if="history" @close="history = false" />
  </main>
</template>

<style scoped>
.shelf {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  height: calc(100vh - 52px);
}
.shelf.open {
  grid-template-columns: minmax(0, 1fr) 400px;
}
.list {
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 14px;
  min-width: 0;
  min-height: 0;
}
.list header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  flex-wrap: wrap;
}
.actions {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.filters {
  display: grid;
  grid-template-columns: 1fr 1fr 1.25fr 1.5fr 1.15fr;
  gap: 8px;
}
.count {
  font-size: 14px;
}
.rows {
  flex: 1;
  min-height: 120px;
}
.product {
  display: grid;
  grid-template-columns: 22px minmax(0, 1.5fr) minmax(0, 1.2fr) minmax(0, 1.4fr) 74px minmax(0, 1.5fr);
  gap: 10px;
  align-items: center;
  width: 100%;
  height: 46px;
  padding: 0 6px;
  border: 0;
  border-bottom: 1px solid var(--line);
  box-shadow: 0 1px 0 var(--lip);
  background: none;
  color: inherit;
  font: inherit;
  font-size: 14px;
  text-align: left;
  cursor: pointer;
}
.product > span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.shelf.open .product {
  grid-template-columns: 22px minmax(0, 1.4fr) minmax(0, 1fr) 70px minmax(0, 1.4fr);
}
.shelf.open .line:not(.cards) .liquids {
  display: none;
}
.product .name {
  font-weight: 600;
  font-size: 15px;
}
.product .stock {
  text-align: right;
}
.product.chosen {
  background: var(--raised);
  outline: 2px solid var(--ink);
  outline-offset: -2px;
}
.product.gone .name,
.product.gone .stock {
  text-decoration: line-through;
}
.swatch {
  width: 22px;
  height: 22px;
  border: 1px solid var(--soft);
}
.swatch.clear {
  background: repeating-linear-gradient(45deg, transparent 0 4px, var(--line) 4px 5px) !important;
}
.line.cards {
  display: grid;
  gap: 0 10px;
}
.line.cards .product {
  display: grid;
  grid-template-columns: 38px minmax(0, 1fr) !important;
  grid-auto-rows: min-content;
  gap: 0 10px;
  height: 146px;
  padding: 8px 6px;
  align-content: start;
}
.line.cards .bottle {
  grid-row: 1 / 7;
}
.line.cards .product > span,
.line.cards .product > .name {
  grid-column: 2;
}
.line.cards .name,
.line.cards .need {
  white-space: normal;
  overflow-wrap: anywhere;
}
.line.cards .name {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
.line:not(.cards) .need {
  font-size: 13px;
  line-height: 1.2;
  white-space: normal;
}
.line.cards .stock {
  text-align: left;
}
.line.cards .liquids {
  display: none;
}
.product.onto {
  box-shadow: inset 0 3px 0 var(--note);
}
aside {
  border-left: 1px solid var(--line);
  background: var(--sheet);
  padding: 14px;
  overflow-y: auto;
  display: grid;
  gap: 10px;
  align-content: start;
}
.removed {
  padding: 6px 10px;
  background: var(--raised);
}
.none {
  display: grid;
  justify-items: center;
  gap: 8px;
  padding: 30px;
}
.loading {
  padding: 20px;
}
@media (max-width: 900px) {
  .shelf,
  .shelf.open {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
    min-height: calc(100vh - 52px);
  }
  .rows {
    height: 46vh;
    flex: none;
  }
  aside {
    border-left: 0;
    border-top: 1px solid var(--line);
  }
  .filters {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .product,
  .shelf.open .product {
    grid-template-columns: 22px minmax(0, 1.5fr) minmax(0, 1fr) 70px;
  }
  .line:not(.cards) .liquids,
  .line:not(.cards) .need {
    display: none;
  }
}
@media (max-width: 640px) {
  .product .family {
    display: none;
  }
  .product,
  .shelf.open .product {
    grid-template-columns: 22px minmax(0, 1fr) 70px;
  }
}
</style>
