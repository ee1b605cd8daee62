<script setup lang="ts">
import { computed, ref } from 'vue'

import { useBuild } from '../build/useBuild'
import { useOrder } from './useOrder'

/** Beside the tape: what the best order of all builds would gain, and the press that takes it. It never comes or goes under a hand that edits. */
const props = defineProps<{ slug: string }>()
const store = useBuild()
const o = useOrder()
const { order, busy, undoes } = o
void o.read(false)

const own = computed(() => order.value?.builds.find((b) => b.slug === props.slug))
/** What it gains in a line: that no two builds clash is said where there is nothing more to say. */
const gains = computed(() => {
  const all = order.value?.gains ?? []
  return all
    .slice(all.length > 1 && order.value?.clashes.length ? 1 : 0)
    .slice(0, 2)
    .join(', ')
})
const late = computed(() => own.value?.state === 'bite')
const shows = ref(true)
</script>

<template>
  <div v-if="order && shows && !store.sheet && (undoes || late || own?.offered)" class="better" role="status">
    <template v-if="undoes">
      <span>The best order of evenings is taken.</span>
      <button type="button" class="act" :disabled="busy" @click="o.undo">Take it back</button>
    </template>
    <template v-else-if="own?.offered">
      <span> <b>Better order:</b> {{ gains }}. </span>
      <button type="button" class="act" :disabled="busy" @click="o.take">Take it</button>
    </template>
    <span v-else>No order that was found keeps this build’s date.</span>
    <RouterLink class="act" :to="{ name: 'builds', query: { way: late ? slug : undefined } }">
      {{ late && !own?.offered ? 'What is in the way' : 'All builds' }}
    </RouterLink>
    <button type="button" class="act" aria-label="Not now" title="Not now" @click="shows = false">×</button>
  </div>
</template>

<style scoped>
.better {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  padding: 4px 14px;
  background: var(--raised);
  border-top: 1px solid var(--line);
  font-size: 14px;
  animation: come 0.5s !important; /* nothing moves by it */
}
/* Whoever pressed what was here before it came means that. */
@keyframes come {
  from,
  to {
    pointer-events: none;
  }
}
.better > span:first-child {
  flex: 1 1 200px;
}
</style>
