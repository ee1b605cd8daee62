<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'

/** What was just done, said in a line of its own that covers nothing, with the way back. It goes by itself. */
defineProps<{ words: string; undo?: (() => unknown) | undefined }>()
const emit = defineEmits<{ close: [] }>()
const { start, stop } = useTimeoutFn(() => emit('close'), 6000)
</script>

<template>
  <div class="passing no-print" role="status" aria-live="polite" @pointerenter="stop" @pointerleave="start">
    <bdi class="words" :title="words">{{ words }}</bdi>
    <button v-if="undo" type="button" class="act" @click="(undo(), emit('close'))">Undo</button>
    <button type="button" class="act" aria-label="Close" @click="emit('close')">×</button>
  </div>
</template>

<style scoped>
.passing {
  display: flex;
  flex: 1 1 240px;
  gap: 8px;
  align-items: center;
  min-width: 0;
  min-height: 44px;
  padding: 0 4px 0 12px;
  background: var(--action);
  color: var(--on-action);
}
.words {
  flex: 1;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
  font-size: 14px;
  line-height: 1.25;
}
.act {
  border-color: currentColor;
}
/* Where the bar is narrow it takes a line of its own below. */
@media (max-width: 1150px) {
  .passing {
    order: 9;
    flex-basis: 100%;
  }
}
</style>
