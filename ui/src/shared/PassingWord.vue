<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'

/** What was just done, with the way back, over the top of the page, which it does not push. It goes by itself. */
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
  position: absolute;
  z-index: 30;
  top: 100%;
  left: 50%;
  transform: translateX(-50%);
  display: flex;
  gap: 8px;
  align-items: center;
  width: max-content;
  max-width: min(720px, 100%);
  min-height: 44px;
  padding: 0 4px 0 12px;
  background: var(--action);
  color: var(--on-action);
  box-shadow: 0 2px 0 var(--line);
}
/* Under a thumb it stands at the foot. */
@media (max-width: 640px) {
  .passing {
    position: fixed;
    top: auto;
    bottom: 108px;
    width: calc(100% - 16px);
  }
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
</style>
