<script setup lang="ts">
import { ref, watch } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import MomentField from '../shared/MomentField.vue'
import type { Photo, PhotoChange, Wish } from '../wire'

/** What is said of a photograph: what it shows, of which zone, and that it belongs elsewhere. */
const props = defineProps<{ slug: string; photo: Photo; zones: Wish[]; timezone: string }>()
const emit = defineEmits<{ changed: []; out: [] }>()
const store = useBuild()
const caption = ref(props.photo.caption)
const at = ref<string | null>(props.photo.at)
watch(at, (t) => t && t !== props.photo.at && void say({ at: t }))
async function say(change: PhotoChange) {
  try {
    await api.changePhoto(props.slug, props.photo.id, change)
    emit('changed')
  } catch (e) {
    store.tell(e)
  }
}
</script>

<template>
  <div class="fields">
    <label class="wide"
      ><span class="plate">Caption</span>
      <input v-model="caption" maxlength="500" @change="say({ caption })" />
    </label>
    <label
      ><span class="plate">Zone</span>
      <select :value="photo.zone" @change="say({ zone: ($event.target as HTMLSelectElement).value })">
        <option value="">the whole model</option>
        <option v-for="z in zones" :key="z.id" :value="z.id">{{ z.words }}</option>
      </select>
    </label>
    <MomentField v-model="at" class="moment" label="Taken" :timezone="timezone" past />
    <p class="soft small">
      {{ photo.date }} <span class="figure">{{ photo.clock }}</span>, {{ photo.width }} × {{ photo.height }},
      {{ photo.size }}{{ photo.exposure ? `, ${photo.exposure}` : '' }}{{ photo.who ? `, ${photo.who}` : '' }}
    </p>
    <a class="act" :href="api.picture(photo.hash)" download>Save it</a>
    <button type="button" class="act" @click="$emit('out')">Take it out</button>
  </div>
</template>

<style scoped>
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: end;
}
label {
  display: grid;
}
.wide {
  flex: 1 1 220px;
}
input,
select {
  min-height: 40px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  color: inherit;
  font: inherit;
}
.moment {
  flex: 0 1 200px;
}
.small {
  font-size: 14px;
  flex-basis: 100%;
}
</style>
