<script setup lang="ts">
import { computed } from 'vue'

import type { Look, Skin } from '../../wire'

/** The skin of a zone before and after a step, painted by the engine as the whole aircraft is. */
const props = defineProps<{ look: Look; slug: string; zone: string; revision: number; at: number }>()
const sides = ['before', 'after'] as const
const words = (s: Skin) =>
  `${s.words}${s.marks.length ? `; ${s.marks.map((m) => m.kind.replaceAll('-', ' ')).join(', ')}` : ''}`
const label = { before: 'Before', after: 'After' }
const src = (side: 'before' | 'after') => {
  const q = new URLSearchParams({ zone: props.zone, side, revision: String(props.revision) })
  if (props.look.step) q.set('step', props.look.step)
  else q.set('at', new Date(props.at).toISOString().replace(/\.\d+/, ''))
  return `/api/builds/${encodeURIComponent(props.slug)}/look/patch?${q}`
}
const shown = computed(() => sides.map((side) => ({ side, src: src(side), skin: props.look[side] })))
</script>

<template>
  <figure class="strip">
    <img
      v-for="one in shown"
      :key="one.side"
      :src="one.src"
      :alt="`${label[one.side]}: ${words(one.skin)}.`"
      :style="{ background: one.skin.surface }"
      width="344"
      height="184"
      draggable="false"
    />
    <figcaption class="soft">
      <span v-for="one in shown" :key="one.side">{{ one.skin.words }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 3px;
  margin: 0;
}
img {
  width: 100%;
  height: auto;
  object-fit: cover;
}
figcaption {
  display: grid;
  grid-column: 1 / -1;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  font-size: 13px;
  margin-top: 4px;
}
</style>
