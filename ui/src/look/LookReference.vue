<script setup lang="ts">
import { onMounted, ref } from 'vue'

import { api } from '../api'
import type { Photo } from '../wire'

/** Photographs of one's own, two at most, from this screen or kept in the journal; worn places are pinned from them. */
const props = defineProps<{ slug: string }>()
const photos = defineModel<string[]>({ required: true })
const pinning = defineModel<boolean>('pinning', { required: true })
const most = 2
function take(e: Event) {
  const input = e.target as HTMLInputElement
  const all = [...photos.value]
  for (const file of input.files ?? []) if (file.type.startsWith('image/')) all.push(URL.createObjectURL(file))
  all.splice(0, all.length - most).forEach((one) => URL.revokeObjectURL(one))
  photos.value = all
  input.value = '' // the same file can be read again
}
const kept = ref<Photo[]>([])
onMounted(async () => {
  kept.value = (await api.journal(props.slug).catch(() => null))?.days.flatMap((d) => d.photos) ?? []
})
function show(e: Event) {
  const chosen = (e.target as HTMLSelectElement).value
  if (!chosen) return
  photos.value = [...photos.value, api.picture(chosen)].slice(-most)
  ;(e.target as HTMLSelectElement).value = ''
}
function takeAway() {
  photos.value.forEach((one) => URL.revokeObjectURL(one))
  photos.value = []
  pinning.value = false
}
</script>

<template>
  <section class="shows">
    <h2 class="plate">Reference</h2>
    <label class="drop"
      ><input type="file" accept="image/*" multiple @change="take" /><span>{{
        photos.length ? 'Another photograph' : 'A photograph beside it'
      }}</span></label
    >
    <select v-if="kept.length" aria-label="One of the journal’s photographs" @change="show">
      <option value="">one of the journal’s</option>
      <option v-for="p in kept" :key="p.id" :value="p.hash">{{ p.date }} {{ p.clock }} {{ p.caption }}</option>
    </select>
    <button v-if="photos.length" type="button" class="act" :aria-pressed="pinning" @click="pinning = !pinning">
      {{ pinning ? 'Done pinning' : 'Pin worn places' }}
    </button>
    <button v-if="photos.length" type="button" class="act" @click="takeAway">Take them away</button>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  justify-items: start;
}
select {
  min-height: 44px;
  max-width: 100%;
  background: none;
  color: inherit;
  border: 0;
  border-bottom: 1px solid var(--line);
  font: 600 15px var(--heading);
}
.drop input {
  position: absolute;
  opacity: 0;
  width: 1px;
  height: 1px;
}
.drop span {
  display: inline-block;
  min-height: 44px;
  padding: 10px;
  border: 1px solid var(--line);
  cursor: pointer;
}
.drop input:focus-visible + span {
  outline: 2px solid var(--note);
}
</style>
