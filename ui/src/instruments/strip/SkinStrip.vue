<script setup lang="ts">
import { computed } from 'vue'

import { useNight } from '../../shared/useNight'
import type { Look, Skin } from '../../wire'

/** The skin of a zone before and after a step, painted by the engine as the whole aircraft is; of what is only tried, or of no part of the airframe, its colours alone. */
const props = defineProps<{ look: Look; slug: string; revision: number; at: number; tried: boolean }>()
const night = useNight()
const sides = ['before', 'after'] as const
const words = (s: Skin) =>
  `${s.words}${s.marks.length ? `; ${s.marks.map((m) => m.kind.replaceAll('-', ' ')).join(', ')}` : ''}`
const label = { before: 'Before', after: 'After' }
const src = (side: 'before' | 'after') => {
  const q = new URLSearchParams({
    zone: props.look.zone,
    side,
    ground: night.value ? 'night' : 'day',
    revision: String(props.revision),
  })
  if (props.look.step) q.set('step', props.look.step)
  q.set('at', new Date(props.at).toISOString().replace(/\.\d+/, ''))
  return `/api/builds/${encodeURIComponent(props.slug)}/look/patch?${q}`
}
/** What is the same before and after is said once. */
const told = computed(() => [...new Set([props.look.before.words, props.look.after.words])])
const plain = computed(() => props.tried || !props.look.drawn)
const shown = computed(() => sides.map((side) => ({ side, src: src(side), skin: props.look[side] })))
</script>

<template>
  <figure class="strip">
    <template v-if="plain">
      <span v-for="one in shown" :key="one.side" class="swatch" :style="{ background: one.skin.surface }" />
    </template>
    <img
      v-for="one in plain ? [] : shown"
      :key="one.side"
      :src="one.src"
      :alt="`${label[one.side]}: ${words(one.skin)}.`"
      :style="{ background: one.skin.surface }"
      width="258"
      height="138"
      draggable="false"
    />
    <figcaption class="soft">
      <span v-for="one in told" :key="one">{{ one }}</span>
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
.swatch {
  aspect-ratio: 258 / 138;
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
