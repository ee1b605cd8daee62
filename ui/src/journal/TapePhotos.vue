<script setup lang="ts">
import { useBuild } from '../build/useBuild'
import { whileTold } from '../shared/useLive'
import { useStirred } from '../shared/useStirred'
import type { TapePhoto } from '../wire'

/** The journal's photographs under their moment on the tape. */
const props = defineProps<{ slug: string; photos: TapePhoto[]; x: (t: number) => number }>()
const store = useBuild()
whileTold((e) => e.what === 'journal' && e.slug === props.slug && void store.open(props.slug))
const late = useStirred() // pictures come after what the page was opened for; their room is kept
</script>

<template>
  <RouterLink
    v-if="photos.length"
    class="photos"
    :to="{ name: 'journal', params: { slug } }"
    :aria-label="`${photos.length} ${photos.length === 1 ? 'photograph' : 'photographs'}: the journal`"
  >
    <img
      v-for="p in late ? photos : []"
      :key="p.hash + p.at"
      :src="`/api/pictures/${p.hash}?small=tape`"
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
