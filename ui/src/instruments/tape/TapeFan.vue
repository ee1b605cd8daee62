<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'

import StateMark from '../../shared/StateMark.vue'
import type { Step } from '../../wire'
import { ink } from './lanes'

/** The tickets that lie under a finger, fanned out so that each can be hit. */
defineProps<{ steps: readonly Step[] }>()
const emit = defineEmits<{ step: [id: string]; close: [] }>()
onKeyStroke('Escape', () => emit('close'))
</script>

<template>
  <div class="fan" role="group" aria-label="Which of them">
    <button v-for="s in steps" :key="s.id" type="button" @click="emit('step', s.id)">
      <span class="swatch" :style="{ background: ink(s) }" />
      <span>{{ s.number }} {{ s.name }}</span>
      <span class="figure soft">{{ s.when }}</span>
      <StateMark :state="s.state" />
    </button>
    <button type="button" class="soft" @click="emit('close')">None of them</button>
  </div>
</template>

<style scoped>
.fan {
  position: absolute;
  z-index: 4;
  transform: translateX(-50%);
  background: var(--raised);
  border: 1px solid var(--ink);
}
.fan button {
  display: flex;
  gap: 10px;
  align-items: center;
  width: 100%;
  min-height: 44px;
  padding: 0 12px;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  color: inherit;
  font: 16px var(--v-font-body);
  white-space: nowrap;
  cursor: pointer;
}
.swatch {
  width: 18px;
  height: 22px;
  border: 1px solid var(--ink);
}
</style>
