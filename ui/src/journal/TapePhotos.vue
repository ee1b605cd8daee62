<script setup lang="ts">
import { onMounted, ref } from 'vue'

import { api } from '../api'
import { whileTold } from '../shared/useLive'
import type { Photo } from '../wire'

/** The journal's photographs under their moment on the tape. */
const props = defineProps<{ slug: string; x: (t: number) => number }>()
const photos = ref<Photo[]>([])
async function read() {
  photos.value = (await api.journal(props.slug)).days.flatMap((d) => d.photos)
}
const late = () => window.setTimeout(() => void read().catch(() => (photos.value = [])), 400) // after what the page was opened for
onMounted(late)
whileTold((e) => e.what === 'journal' && late())
</script>

<template>
  <RouterLink
    v-if="photos.length"
    class="photos"
    :to="{ name: 'journal', params: { slug } }"
    :aria-label="`${photos.length} ${photos.length === 1 ? 'photograph' : 'photographs'}: the journal`"
  >
    <img
      v-for="p in photos"
      :key="p.id"
      :src="api.picture(p.hash, true)"
      alt=""
      loading="lazy"
      :title="p.caption"
      :style="{ left: `${x(Date.parse(p.at)) - 16}px` }"
    />
  </RouterLink>
</template>

<style scoped>
.photos {
  position: relative;
  display: block;
  height: 30px;
  overflow: hidden;
}
@media (pointer: coarse) {
  .photos {
    height: 44px;
  }
}
img {
  position: absolute;
  top: 3px;
  width: 32px;
  height: 24px;
  object-fit: cover;
  border: 1px solid var(--ink);
}
</style>
