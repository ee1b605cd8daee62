<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { usePicture } from '../instruments/airframe/usePicture'
import { useNight } from '../shared/useNight'
import type { PlanBrief } from '../wire'

/** A build that is only being answered, painted as it would look. */
const props = withDefaults(
  defineProps<{ brief: PlanBrief; view?: string; at?: string; most?: number; label: string }>(),
  { view: '', at: '', most: 0 },
)
const emit = defineEmits<{ tap: [x: number, y: number, size: { width: number; most: number }] }>()
const holder = ref<HTMLElement | null>(null)
const { width } = useElementSize(holder)
const night = useNight()
const size = computed(() => ({ width: Math.max(120, Math.floor(width.value / 20) * 20), most: props.most }))
const question = computed(() =>
  width.value
    ? JSON.stringify({
        answers: props.brief,
        view: props.view,
        ...(props.at ? { at: props.at } : {}),
        width: size.value.width,
        ...(props.most ? { most: props.most } : {}),
        night: night.value,
      })
    : '',
)
const { src, problem } = usePicture(ref('/api/brief/picture'), question)
function tapped(e: MouseEvent) {
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect()
  emit('tap', (e.clientX - box.left) / box.width, (e.clientY - box.top) / box.height, size.value)
}
</script>

<template>
  <div ref="holder" class="brief-picture">
    <img v-if="src" :src="src" :alt="label" draggable="false" @click="tapped" />
    <p v-if="problem" class="soft small" role="status">{{ problem }}</p>
  </div>
</template>

<style scoped>
.brief-picture {
  min-width: 0;
  background: var(--booth);
}
img {
  display: block;
  width: 100%;
}
p {
  background: var(--sheet);
  padding: 6px 8px;
}
</style>
