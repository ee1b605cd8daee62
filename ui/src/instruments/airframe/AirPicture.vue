<script setup lang="ts">
import { refDebounced, useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { useNight } from '../../shared/useNight'
import { usePicture } from './usePicture'

/** The whole aircraft as its route leaves it at a moment, painted by the engine. While the moment is dragged it is painted at half size. */
const props = withDefaults(
  defineProps<{
    slug: string
    revision: number
    at: number // ms since 1970; 0 for what the bench's clock shows
    query?: Record<string, string> // view, light, minutes, finished, shows, against
    most?: number // px; the height that it may take, 0 for any
    label: string
  }>(),
  { query: () => ({}), most: 0 },
)
const emit = defineEmits<{ tap: [x: number, y: number] }>() // as shares of the picture

const holder = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(holder)
const night = useNight()
const still = refDebounced(
  computed(() => props.at),
  220,
)
const coarse = (px: number) => Math.max(120, Math.min(4000, Math.floor(px / 20) * 20))
const address = computed(() => {
  if (!width.value || !props.slug || !props.revision) return ''
  const dragging = still.value !== props.at
  const fine = Math.min(2, window.devicePixelRatio || 1)
  const scale = dragging ? 0.5 : fine
  const most = props.most < 0 ? height.value : props.most
  const q = new URLSearchParams({
    ...props.query,
    ...(props.at ? { at: new Date(props.at).toISOString().replace(/\.\d+/, '') } : {}),
    width: String(coarse(width.value * scale)),
    ...(most ? { most: String(coarse(most * scale)) } : {}),
    ground: night.value ? 'night' : 'day',
    revision: String(props.revision),
  })
  return `/api/builds/${encodeURIComponent(props.slug)}/look/picture?${q}`
})
const { src, problem, shown } = usePicture(address)

function tapped(e: MouseEvent) {
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  emit('tap', (e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height)
}
</script>

<template>
  <div ref="holder" class="air-picture" :data-shown="shown">
    <p v-if="problem" class="soft problem" role="status">{{ problem }}</p>
    <img v-if="src" :src="src" :alt="label" draggable="false" @click="tapped" />
    <p v-else-if="!problem" class="soft wait" role="status">Painting …</p>
  </div>
</template>

<style scoped>
.air-picture {
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr);
  place-items: center;
  min-width: 0;
  min-height: 0;
  background: var(--booth);
}
img {
  display: block;
  max-width: 100%;
  max-height: 100%;
}
.problem,
.wait {
  padding: 12px;
  background: var(--sheet);
}
</style>
