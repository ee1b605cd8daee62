<script setup lang="ts">
import { computed } from 'vue'

import type { State } from '../wire'

const props = defineProps<{ state: State; size?: number; quiet?: boolean }>()
const words: Record<State, string> = { safe: 'safe', wait: 'warning', bite: 'stop', note: 'note' }
const label = computed(() => words[props.state])
</script>

<!-- Each state has its own shape and word, so that colour is never alone: a ring, an hourglass, a fang, a cross. -->
<template>
  <svg
    class="state-mark"
    :class="state"
    :width="size ?? 14"
    :height="size ?? 14"
    viewBox="0 0 14 14"
    :role="quiet ? undefined : 'img'"
    :aria-label="quiet ? undefined : label"
    :aria-hidden="quiet ? 'true' : undefined"
  >
    <circle v-if="state === 'safe'" cx="7" cy="7" r="4.6" fill="none" stroke="currentColor" stroke-width="2" />
    <path v-else-if="state === 'wait'" d="M2 1.500h10L7.900 7l4.100 5.500H2L6.100 7z" fill="currentColor" />
    <path v-else-if="state === 'bite'" d="M1 2h12l-2.200 3.400h1.500L7 13 1.700 5.400h1.500z" fill="currentColor" />
    <path v-else d="M7 2v10M2 7h10" stroke="currentColor" stroke-width="2.200" />
  </svg>
</template>

<style scoped>
.state-mark {
  flex: none;
  vertical-align: -1px;
}
.safe {
  color: var(--safe);
}
.wait {
  color: var(--wait);
}
.bite {
  color: var(--bite);
}
.note {
  color: var(--note);
}
</style>
