<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'

import { api } from '../api'
import { useNight } from '../shared/useNight'
import type { Photo, PhotoReading } from '../wire'

/** A photograph that is laid into its view, with the look of that moment, or another photograph, wiped over it. */
const props = defineProps<{ slug: string; photo: Photo; reading: PhotoReading; others: Photo[]; revision: number }>()
const night = useNight()
const holder = ref<HTMLElement | null>(null)
const { width } = useElementSize(holder)
const wide = computed(() => Math.max(300, Math.min(1400, Math.floor(width.value / 100) * 100)))
const at = ref(50)
const squint = ref(0)
const against = ref('')
const one = computed(() => (width.value ? api.photoLaid(props.slug, props.photo.id, wide.value, props.reading) : ''))
const other = computed(() => {
  const p = props.others.find((o) => o.id === against.value)
  if (!width.value) return ''
  if (p) return api.photoLaid(props.slug, p.id, wide.value, null)
  const q = new URLSearchParams({
    view: props.reading.view,
    width: String(wide.value),
    at: props.photo.at,
    light: 'daylight',
    ground: night.value ? 'night' : 'day',
    revision: String(props.revision),
  })
  return `/api/builds/${props.slug}/look/picture?${q}`
})
const eyes = [
  { words: 'as seen', px: 0 },
  { words: 'arm’s length', px: 1.2 },
  { words: 'squinted', px: 3.5 },
]
const otherName = computed(() => {
  const p = props.others.find((o) => o.id === against.value)
  return p ? `${p.date} ${p.clock}` : 'the look then'
})
</script>

<template>
  <div class="over">
    <div class="names">
      <b
        >{{ photo.date }} <span class="figure">{{ photo.clock }}</span></b
      >
      <label
        ><span class="visually-hidden">Beside it</span>
        <select v-model="against">
          <option value="">the look then</option>
          <option v-for="o in others" :key="o.id" :value="o.id">{{ o.date }} {{ o.clock }}</option>
        </select>
      </label>
    </div>
    <div ref="holder" class="wiped" :style="{ '--at': `${at}%`, '--blur': `${squint}px` }">
      <img v-if="one" class="one" :src="one" alt="The photograph, laid into its view" />
      <img v-if="other" class="other" :src="other" :alt="`Beside it: ${otherName}`" />
      <i class="edge" aria-hidden="true" />
    </div>
    <input v-model.number="at" type="range" min="0" max="100" aria-label="Wipe one over the other" />
    <div class="row" role="group" aria-label="From how far">
      <button
        v-for="e in eyes"
        :key="e.words"
        type="button"
        class="act"
        :aria-pressed="squint === e.px"
        @click="squint = e.px"
      >
        {{ e.words }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.over {
  display: grid;
  gap: 6px;
}
.names {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
select {
  min-height: 44px;
  background: none;
  color: inherit;
  border: 0;
  border-bottom: 1px solid var(--ink);
  font: 600 15px var(--heading);
}
.wiped {
  position: relative;
  overflow: hidden;
  background: var(--booth);
  min-height: 160px;
}
.wiped img {
  display: block;
  width: 100%;
  filter: blur(var(--blur));
}
.wiped .other {
  position: absolute;
  inset: 0;
  clip-path: inset(0 0 0 var(--at));
}
.edge {
  position: absolute;
  top: 0;
  bottom: 0;
  left: var(--at);
  width: 4px;
  margin-left: -2px;
  background: var(--lamp);
  outline: 1px solid var(--ink);
}
input[type='range'] {
  width: 100%;
  min-height: 44px;
  margin: 0;
}
.row {
  display: flex;
  gap: 4px;
}
</style>
