<script setup lang="ts">
import { computed, ref, toRaw } from 'vue'

import { api, Refusal } from '../api'
import MomentField from '../shared/MomentField.vue'
import StateMark from '../shared/StateMark.vue'
import { useUnits } from '../shared/useUnits'
import { filled } from '../shared/filled'
import type { Shelf, ShelfProduct } from '../wire'
import ProductFields from './ProductFields.vue'

/** A product of the shelf in a working copy, until it is saved. */
const props = defineProps<{ product: ShelfProduct; drop: number; revision: number }>()
const emit = defineEmits<{ saved: [shelf: Shelf, product: ShelfProduct]; moved: []; leave: [] }>()
const units = useUnits()
const draft = ref(structuredClone(toRaw(props.product)))
const refused = ref('')
const opened = computed({
  get: () => draft.value.opened || null,
  set: (day) => (draft.value = { ...draft.value, opened: day ?? '' }), // what is empty is left out when it is saved
})
const usedUp = computed({
  get: () => draft.value.used_up || null,
  set: (day) => (draft.value = { ...draft.value, used_up: day ?? '' }),
})

// Stock is kept in ml and typed in whatever unit is on show.
const atHand = (v: number) => (units.amount.value === 'drops' && props.drop ? Math.round(v / props.drop) : v)
const inMl = (v: number) => (units.amount.value === 'drops' ? v * props.drop : v)
async function save() {
  const { id, name, kind, family } = draft.value
  try {
    emit('saved', await api.putShelf(props.revision, { ...filled(draft.value), id, name, kind, family }), draft.value)
  } catch (e) {
    refused.value = e instanceof Refusal ? e.message : String(e)
    if (e instanceof Refusal && e.problem.code === 'moved') emit('moved')
  }
}
</script>

<template>
  <form class="fields" @submit.prevent="save">
    <ProductFields v-model="draft" />
    <div class="pair">
      <v-text-field
        :model-value="draft.stock_ml === undefined ? '' : atHand(draft.stock_ml)"
        :label="`At hand, ${units.amount.value}`"
        type="number"
        min="0"
        step="any"
        @update:model-value="(v: string) => (draft.stock_ml = v === '' ? undefined : inMl(Number(v)))"
      />
      <MomentField v-model="opened" label="Opened" timezone="UTC" day past />
      <MomentField v-model="usedUp" label="Used up" timezone="UTC" day past />
    </div>
    <v-text-field v-model="draft.with" label="Who has it" placeholder="you" persistent-placeholder maxlength="60" />
    <v-textarea v-model="draft.note" label="Note" rows="1" auto-grow maxlength="2000" />
    <p v-if="refused" class="refused" aria-live="polite"><StateMark state="bite" quiet /> {{ refused }}</p>
    <div class="buttons">
      <v-btn type="submit" color="primary" variant="flat">Save</v-btn>
      <v-btn variant="outlined" @click="emit('leave')">Leave as it was</v-btn>
    </div>
  </form>
</template>

<style scoped>
.fields {
  display: grid;
  gap: 10px;
}
.refused {
  color: var(--bite);
  font-weight: 600;
}
</style>
