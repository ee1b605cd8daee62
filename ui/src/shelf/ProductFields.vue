<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { api, Refusal } from '../api'
import { rangeOf, useTrade } from '../edit/useTrade'
import LiquidField from '../shared/LiquidField.vue'
import { useNewest } from '../shared/useNewest'
import type { PlanProduct, Swatch, Tint } from '../wire'
import { base64Of } from './useFile'

/** The fields of a product, for the shelf and for a plan's own copy. */
const product = defineModel<PlanProduct>({ required: true })
const trade = useTrade()

const figures = [
  ['solids_pct', 'Stays behind, %'],
  ['price', 'Price of a full one'],
  ['size_ml', 'A full one, ml'],
] as const
const families = computed(() => trade.value?.families.map((f) => ({ value: f.id, title: f.name })) ?? [])
const note = computed(() => trade.value?.families.find((f) => f.id === product.value.family)?.note ?? '')

// The colour in sRGB and Lab: either can be typed, the server turns one into the other.
const asked = useNewest<Tint>((words) => (refused.value = words))
const tint = asked.value
const refused = ref('')
async function ask(q: Record<string, string>) {
  const got = await asked.ask(() => api.tint(q))
  if (!got) return
  product.value.colour = got.hex
  refused.value = got.shown ? '' : 'No screen shows that colour; this is the nearest.'
}
watch(
  () => product.value.colour,
  (hex) => {
    if (!hex) asked.clear()
    else if (hex !== tint.value?.hex) void ask({ hex })
  },
  { immediate: true },
)
const lab = (which: 'l' | 'a' | 'b', v: string) => {
  const now = tint.value ?? { l: 50, a: 0, b: 0 }
  void ask({ l: String(now.l), a: String(now.a), b: String(now.b), [which]: v })
}

const swatches = ref<Swatch[]>([])
const picker = ref<HTMLInputElement | null>(null)
async function palette(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  try {
    const got = await api.palette(await base64Of(file))
    swatches.value = got.colours
    refused.value = got.colours.length ? '' : 'There is no colour in that file.'
  } catch (e) {
    refused.value = e instanceof Refusal ? e.message : String(e)
  }
}
</script>

<template>
  <div class="pair">
    <v-text-field v-model="product.name" label="Name of the product" />
    <v-select v-model="product.kind" label="Kind" :items="trade?.kinds ?? []" />
  </div>
  <div class="pair">
    <v-select v-model="product.family" label="Family" :items="families" />
    <v-select v-model="product.sheen" label="Sheen" :items="trade?.sheens ?? []" clearable />
  </div>
  <p v-if="note" class="soft small">{{ note }}</p>
  <div class="colour">
    <v-text-field v-model="product.colour" label="Colour" type="color" />
    <v-text-field
      v-for="which in ['l', 'a', 'b'] as const"
      :key="which"
      :model-value="tint ? String(tint[which]) : ''"
      :label="which === 'l' ? 'L*' : `${which}*`"
      type="number"
      step="0.1"
      @change="lab(which, ($event.target as HTMLInputElement).value)"
    />
    <v-btn class="whole" variant="outlined" @click="picker?.click()">From a palette file</v-btn>
    <input
      ref="picker"
      type="file"
      accept=".gpl,.txt,text/plain"
      class="visually-hidden"
      tabindex="-1"
      aria-label="A palette file"
      @change="palette"
    />
  </div>
  <p v-if="refused" class="small refused" aria-live="polite">{{ refused }}</p>
  <div v-if="swatches.length" class="swatches" role="group" aria-label="Colours of the palette">
    <button
      v-for="(s, i) in swatches.slice(0, 400)"
      :key="i"
      type="button"
      :style="{ background: s.hex }"
      :title="`${s.name} ${s.hex}`"
      :aria-label="`${s.name} ${s.hex}`"
      @click="product.colour = s.hex"
    />
  </div>
  <div class="pair">
    <v-text-field
      :model-value="product.hide_coats ?? ''"
      label="Hides in, coats"
      type="number"
      :min="rangeOf('hide_coats').from"
      :max="rangeOf('hide_coats').to"
      step="0.1"
      placeholder="by its colour"
      persistent-placeholder
      hint="Until black and white below look alike. Worth telling of bright yellow, orange and red, and of white."
      @update:model-value="(v: string) => (product.hide_coats = v ? Number(v) : undefined)"
    />
    <v-text-field
      :model-value="product.tenth_in_white ?? ''"
      label="A tenth in white makes"
      placeholder="not tried"
      persistent-placeholder
      hint="The colour, as #rrggbb, of one part of it in ten of white. Tells how strong a dark paint is."
      @update:model-value="(v: string) => (product.tenth_in_white = v || undefined)"
    />
    <v-select
      :model-value="product.dries ?? ''"
      label="Dries, against others of its family"
      :items="[{ value: '', title: 'not known' }, ...(trade?.paces ?? [])]"
      @update:model-value="(v: string) => (product.dries = (v || undefined) as PlanProduct['dries'])"
    />
    <v-text-field
      :model-value="product.touch_dry_h ?? ''"
      label="Touch-dry in, h"
      type="number"
      :min="rangeOf('touch_dry_h').from"
      :max="rangeOf('touch_dry_h').to"
      step="any"
      placeholder="not known"
      persistent-placeholder
      hint="Of a usual coat in a usual room: from its label, or as you tried it. Dates and chances then go by it."
      @update:model-value="(v: string) => (product.touch_dry_h = v ? Number(v) : undefined)"
    />
    <v-text-field
      v-for="[field, label] in figures"
      :key="field"
      :model-value="product[field] ?? ''"
      :label="label"
      type="number"
      :min="rangeOf(field).from"
      :max="rangeOf(field).to"
      step="any"
      placeholder="usual"
      persistent-placeholder
      @update:model-value="(v: string) => (product[field] = v ? Number(v) : undefined)"
    />
    <LiquidField v-model="product.carrier" label="Carrier" />
    <LiquidField v-model="product.thinner" label="Thinner" />
    <LiquidField v-model="product.remover" label="Remover" />
  </div>
</template>

<style scoped>
.colour {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px;
  align-items: center;
}
.whole {
  grid-column: 1 / -1;
  justify-self: start;
}
.swatches {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
  max-height: 120px;
  overflow-y: auto;
}
.swatches button {
  width: 26px;
  height: 22px;
  border: 1px solid var(--line);
  cursor: pointer;
}
.small {
  font-size: 13px;
}
.refused {
  color: var(--wait);
}
@media (max-width: 640px) {
  .colour {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
