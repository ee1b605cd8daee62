<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { ref } from 'vue'

import type { Page } from '../api'
import { useBuild } from '../build/useBuild'
import type { History, Revision } from '../wire'
import { useNewest } from './useNewest'
import { say } from './say'

/** A history of any length: searched, and read on as one wants. */
const props = defineProps<{ read: (page: Page) => Promise<History>; chosen?: number }>()
defineEmits<{ choose: [revision: Revision] }>()
const store = useBuild()
const words = ref('')
const list = ref<Revision[]>([])
const page = useNewest<History>((w) => (store.said = w))

async function look(before = 0) {
  const got = await page.ask(() => props.read({ before, words: words.value }))
  if (got) list.value = before ? [...list.value, ...got.revisions] : got.revisions
}
void look()
watchDebounced(words, () => void look(), { debounce: 150 })
defineExpose({ look })

const when = (t: string) => say(t, 'stamp')
</script>

<template>
  <v-text-field v-model="words" label="Search the history" clearable hide-details density="compact" />
  <ol class="revisions" aria-label="Changes">
    <li v-for="r in list" :key="r.id">
      <button type="button" :aria-pressed="chosen === r.id" @click="$emit('choose', r)">
        <span>{{ r.change }}</span>
        <span class="soft small">{{ r.current ? 'as it stands' : r.branch ? 'undone' : '' }}</span>
        <span class="figure small">{{ when(r.made_at) }}</span>
      </button>
    </li>
    <li v-if="!list.length && page.value.value" class="none soft">No change is called that.</li>
    <li v-if="page.value.value?.more">
      <button type="button" class="more" @click="look(list.at(-1)?.id)">Older ones</button>
    </li>
  </ol>
</template>

<style scoped>
.revisions {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 38vh;
  overflow-y: auto;
  border-top: 1px solid var(--line);
}
.none {
  padding: 10px 8px;
}
button {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 14px;
  align-items: baseline;
  width: 100%;
  min-height: 44px;
  padding: 4px 8px;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
button[aria-pressed='true'] {
  box-shadow: inset 0 0 0 2px var(--ink);
}
.more {
  font: 600 16px var(--heading);
}
</style>
