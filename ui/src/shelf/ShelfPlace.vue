<script setup lang="ts">
import { mdiHistory, mdiRedo, mdiUndo } from '@mdi/js'
import { useStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import { useTrade } from '../edit/useTrade'
import SparrowMark from '../shared/SparrowMark.vue'
import { useKeys } from '../shared/useKeys'
import { whileTold } from '../shared/useLive'
import { useReturnFocus } from '../shared/useReturnFocus'
import { useUnits } from '../shared/useUnits'
import type { Shelf, Shelved, ShelfProduct } from '../wire'
import ProductForm from './ProductForm.vue'
import ProductPanel from './ProductPanel.vue'
import ShelfRows from './ShelfRows.vue'
import { useShelfFilter } from './useShelfFilter'

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

const cards = useStorage('inkysparrow.bottles', true)
const { search, kind, good, ages, kinds, ways, families, shown } = useShelfFilter(shelf)

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

// A bottle that is put onto another one tells what may follow what.
const above = ref('') // the bottle that was put onto the chosen one
function put(below: Shelved, id: string) {
  above.value = id
  choose(below)
}
watch(
  () => props.product,
  (id, was) => {
    if (id !== was && above.value === id) above.value = ''
  },
)
const importing = ref(false)
useReturnFocus(importing)
useReturnFocus(history)
function imported(words: string) {
  importing.value = false
  store.said = words
  void read()
}
</script>

<template>
  <main v-if="problem" class="empty">
    <SparrowMark :size="72" />
    <h1>{{ problem }}</h1>
  </main>
  <p v-else-if="!shelf" class="loading soft">Reading the shelf</p>
  <main v-else class="shelf" :class="{ open: chosen || draft }">
    <section class="list" aria-label="Products">
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
      <ShelfRows
        v-else
        :class="{ open: chosen || draft }"
        :shown="shown"
        :all="shelf.products"
        :product="product"
        :cards="cards"
        :drop="drop"
        @choose="(p) => ((above = ''), choose(p))"
        @onto="put"
      />
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
  aside {
    border-left: 0;
    border-top: 1px solid var(--line);
  }
  .filters {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
