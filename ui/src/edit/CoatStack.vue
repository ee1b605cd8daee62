<script setup lang="ts">
import { computed } from 'vue'

/** Coats as layers that one adds or takes away. */
const props = defineProps<{ label: string; usual: number; most: number }>()
const coats = defineModel<string>({ required: true }) // empty for the usual number
const n = computed(() => Math.max(1, Math.min(props.most, Number(coats.value) || props.usual)))
const set = (to: number) => (coats.value = to === props.usual ? '' : String(Math.max(1, Math.min(props.most, to))))
const name = computed(() => (n.value === 1 ? props.label.replace(/s$/, '') : props.label))
</script>

<template>
  <div class="coats" role="group" :aria-label="label">
    <span class="plate">{{ label.slice(0, 1).toUpperCase() + label.slice(1) }}</span>
    <div class="row">
      <button type="button" class="act" :disabled="n <= 1" :aria-label="`One of the ${label} less`" @click="set(n - 1)">
        −
      </button>
      <span class="layers" aria-hidden="true"><i v-for="i in n" :key="i" /></span>
      <output class="figure" aria-live="polite">{{ n }} {{ name }}</output>
      <button
        type="button"
        class="act"
        :disabled="n >= most"
        :aria-label="`One of the ${label} more`"
        @click="set(n + 1)"
      >
        +
      </button>
    </div>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  gap: 8px;
  align-items: center;
}
.layers {
  display: flex;
  flex-direction: column-reverse;
  justify-content: center;
  gap: 1px;
  width: 34px;
  height: 34px;
}
.layers i {
  flex: 0 1 7px;
  background: var(--soft);
  border-top: 1px solid var(--lip);
}
output {
  white-space: nowrap;
  font-size: 14px;
}
</style>
