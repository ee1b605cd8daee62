<script setup lang="ts">
import { computed } from 'vue'

import { useTrade } from '../edit/useTrade'
import type { PlanProduct } from '../wire'

/** One of the bench's liquids, or a mixture of them by volume; nothing stands for the usual one. */
type Liquid = PlanProduct['carrier']
type Part = { liquid: string; parts: number }

const props = defineProps<{ modelValue: Liquid; label: string }>()
const emit = defineEmits<{ 'update:modelValue': [Liquid] }>()
const trade = useTrade()

const mixture = 'mixture'
const named = computed(() => trade.value?.liquids.map((l) => ({ value: l.id, title: l.words })) ?? [])
const choices = computed(() => [
  { value: '', title: 'the usual one' },
  ...named.value,
  { value: mixture, title: 'a mixture' },
])
const chosen = computed(() => (typeof props.modelValue === 'object' ? mixture : (props.modelValue ?? '')) as string)
const isMixture = computed(() => typeof props.modelValue === 'object' && props.modelValue !== null)
const parts = computed<Part[]>(() =>
  isMixture.value
    ? Object.entries(props.modelValue as Record<string, number>).map(([liquid, n]) => ({ liquid, parts: n }))
    : [],
)
const all = computed(() => parts.value.reduce((sum, p) => sum + p.parts, 0))

function choose(id: string) {
  if (id === mixture) {
    const first = typeof props.modelValue === 'string' && props.modelValue ? props.modelValue : 'white-spirit'
    emit('update:modelValue', { [first]: 1 } as Liquid)
    return
  }
  emit('update:modelValue', (id || undefined) as Liquid)
}
function put(list: Part[]) {
  emit('update:modelValue', Object.fromEntries(list.map((p) => [p.liquid, p.parts])) as Liquid)
}
const change = (i: number, to: Partial<Part>) => put(parts.value.map((p, k) => (k === i ? { ...p, ...to } : p)))
const unused = computed(() => named.value.find((l) => !parts.value.some((p) => p.liquid === l.value)))
const free = (own: string) =>
  named.value.filter((l) => l.value === own || !parts.value.some((p) => p.liquid === l.value))
</script>

<template>
  <div :class="{ whole: isMixture }">
    <v-select :model-value="chosen" :label="label" :items="choices" @update:model-value="choose" />
    <div v-for="(p, i) in parts" :key="p.liquid" class="part">
      <v-select
        :model-value="p.liquid"
        :label="`${label}: part ${i + 1}`"
        :items="free(p.liquid)"
        @update:model-value="(v: string) => change(i, { liquid: v })"
      />
      <v-text-field
        :model-value="String(p.parts)"
        label="Parts"
        :aria-label="`${label}: parts of ${p.liquid}`"
        type="number"
        min="0.01"
        step="any"
        :suffix="all > 0 ? `${Math.round((100 * p.parts) / all)} %` : ''"
        @update:model-value="(v: string) => change(i, { parts: Number(v) })"
      />
      <v-btn
        v-if="parts.length > 1"
        variant="outlined"
        size="small"
        :aria-label="`Remove ${p.liquid} from the ${label.toLowerCase()}`"
        @click="put(parts.filter((_, k) => k !== i))"
        >Remove</v-btn
      >
    </div>
    <v-btn
      v-if="isMixture && unused"
      variant="outlined"
      size="small"
      @click="put([...parts, { liquid: unused.value, parts: 1 }])"
      >Add a part</v-btn
    >
  </div>
</template>

<style scoped>
.whole {
  grid-column: 1 / -1;
}
.part {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px auto;
  gap: 8px;
  align-items: center;
  margin-top: 8px;
}
</style>
