<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'

import { say } from '../shared/say'
import StateMark from '../shared/StateMark.vue'
import { useUnits } from '../shared/useUnits'
import type { Shelved } from '../wire'
import BottleMark from './BottleMark.vue'

/** The products of the shelf as bottles or as a table; one that is put onto another asks what may follow what. */
const props = defineProps<{
  shown: readonly Shelved[]
  all: readonly Shelved[]
  product: string | undefined // that is chosen
  cards: boolean
  drop: number // ml
}>()
const emit = defineEmits<{ choose: [p: Shelved]; onto: [below: Shelved, above: string] }>()
const units = useUnits()

const list = useTemplateRef('list')
const { width } = useElementSize(list)
const across = computed(() => Math.max(1, Math.floor(width.value / 215)))
const rows = computed(() => {
  if (!props.cards) return props.shown.map((p) => [p])
  const out: Shelved[][] = []
  const n = across.value
  for (let i = 0; i < props.shown.length; i += n) out.push(props.shown.slice(i, i + n))
  return out
})

// How full a bottle is, beside the fullest of the shelf.
const fullest = computed(() => Math.max(0, ...props.all.map((p) => p.product.stock_ml ?? 0)))
const fill = (p: Shelved) =>
  p.product.used_up ? 0 : p.product.stock_ml === undefined || !fullest.value ? null : p.product.stock_ml / fullest.value
const stock = (p: Shelved) =>
  p.product.used_up ? 'used up' : p.product.stock_ml === undefined ? '' : units.liquid(p.product.stock_ml, props.drop)
const day = (t: string) => say(t, 'date')

const held = ref('')
const onto = ref('')
function put(p: Shelved) {
  const from = held.value
  held.value = onto.value = ''
  if (from && from !== p.product.id) emit('onto', p, from)
}
</script>

<template>
  <div ref="list" class="holder">
    <v-virtual-scroll :items="rows" :item-height="cards ? 152 : 46" class="rows">
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
            @click="emit('choose', p)"
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
  </div>
</template>

<style scoped>
.holder {
  display: flex;
  flex: 1;
  min-height: 0;
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
.open .product {
  grid-template-columns: 22px minmax(0, 1.4fr) minmax(0, 1fr) 70px minmax(0, 1.4fr);
}
.open .line:not(.cards) .liquids {
  display: none;
}
@media (max-width: 900px) {
  .holder {
    height: 46vh;
    flex: none;
  }
  .product,
  .open .product {
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
  .open .product {
    grid-template-columns: 22px minmax(0, 1fr) 70px;
  }
}
</style>
