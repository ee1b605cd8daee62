<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'

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
    rough?: boolean // it is being pulled: half size will do
    scale?: number // CSS px to a mm of the model, in place of what fits; 0 for what fits
    label: string
  }>(),
  { query: () => ({}), most: 0, scale: 0 },
)
const emit = defineEmits<{ tap: [x: number, y: number] }>() // as shares of the picture

const holder = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(holder)
const night = useNight()
// One jump of the moment is painted as it is; only while it goes on and on, as in a drag, half size will do.
const rests = 220 // ms after which a drag has come to rest
const dragged = ref(false)
let moved = 0
let rest = 0
watch(
  () => props.at,
  () => {
    const t = performance.now()
    dragged.value = t - moved < rests
    moved = t
    window.clearTimeout(rest)
    rest = window.setTimeout(() => (dragged.value = false), rests)
  },
)
onBeforeUnmount(() => window.clearTimeout(rest))
const coarse = (px: number) => Math.max(120, Math.min(3000, Math.floor(px / 20) * 20))
const address = computed(() => {
  if (!width.value || !props.slug || !props.revision) return ''
  const dragging = props.rough || dragged.value
  const fine = Math.min(2, window.devicePixelRatio || 1)
  const scale = dragging ? 0.5 : fine
  const most = props.most < 0 ? height.value : props.most
  const q = new URLSearchParams({
    ground: night.value ? 'night' : 'day',
    ...props.query,
    ...(props.at ? { at: new Date(props.at).toISOString().replace(/\.\d+/, '') } : {}),
    ...(props.scale
      ? { px_per_mm: (props.scale * scale).toFixed(3) }
      : {
          width: String(coarse(width.value * scale)),
          ...(most ? { most: String(coarse(most * scale)) } : {}),
        }),
    revision: String(props.revision),
  })
  return `/api/builds/${encodeURIComponent(props.slug)}/look/picture?${q}`
})
const { src, problem, shown } = usePicture(address)

/** In real size a picture of a coarser grain is stretched. */
const natural = ref(0)
const grain = computed(() => Number(new URLSearchParams(shown.value.split('?')[1]).get('px_per_mm')))
const wide = computed(() =>
  props.scale && grain.value
    ? { width: `${(natural.value * props.scale) / grain.value}px`, maxWidth: 'none', maxHeight: 'none' }
    : {},
)
const loaded = (e: Event) => (natural.value = (e.target as HTMLImageElement).naturalWidth)

function tapped(e: MouseEvent) {
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  emit('tap', (e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height)
}
</script>

<template>
  <div ref="holder" class="air-picture" :data-shown="shown">
    <p v-if="problem" class="soft problem" role="status">{{ problem }}</p>
    <img v-if="src" :src="src" :alt="label" draggable="false" :style="wide" @load="loaded" @click="tapped" />
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
