<script setup lang="ts">
import { computed, ref } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import { say } from '../shared/say'
import { now } from '../shared/useClock'
import type { Build, Revision } from '../wire'
import type { Look } from './useLook'

/** What the picture is set against, half and half, and what is shown over it. */
const props = defineProps<{ look: Look; build: Build }>()
const { against, shows, whole } = props.look
const store = useBuild()

const pinned = ref(against.value.startsWith('at:') ? Date.parse(against.value.slice(3)) : 0)
const revisions = ref<Revision[]>([])
async function listRevisions() {
  if (revisions.value.length) return
  try {
    revisions.value = (await api.history(props.build.slug, {})).revisions
  } catch {
    revisions.value = [] // the list of ways is still there
  }
}
const iso = (t: number) => new Date(t).toISOString().replace(/\.\d+/, '')
const clock = (t: number) => say(t, 'clock', props.build.timezone)
function pin() {
  pinned.value = store.at
  against.value = `at:${iso(store.at)}`
}

const shown = computed(() => new Set(shows.value.split(',').filter(Boolean)))
function turn(id: string) {
  const all = new Set(shown.value)
  if (!all.delete(id)) {
    if (id === 'soft' || id === 'bite') all.delete(id === 'soft' ? 'bite' : 'soft')
    all.add(id)
  }
  shows.value = [...all].join(',')
}
</script>

<template>
  <section class="against">
    <h2 class="plate">Set against</h2>
    <select v-model="against" aria-label="Set against" @pointerdown="listRevisions" @focus="listRevisions">
      <option value="">nothing</option>
      <option v-if="pinned" :value="`at:${iso(pinned)}`">{{ clock(pinned) }}, pinned</option>
      <option :value="`at:${iso(now)}`">as it is now</option>
      <option :value="`at:${build.tape.to}`">when it is finished</option>
      <optgroup v-if="whole?.ways.length" label="Done another way">
        <option v-for="w in whole.ways" :key="w.id" :value="`way:${w.id}`">{{ w.words }}</option>
      </optgroup>
      <optgroup v-if="revisions.length" label="As it was after">
        <option v-for="r in revisions" :key="r.id" :value="`revision:${r.id}`">
          {{ r.change }}
        </option>
      </optgroup>
    </select>
    <button type="button" class="act" @click="pin">Pin this moment</button>
    <p v-if="against && whole?.against" class="noticed" :class="whole.against.seen">
      {{ whole.against.noticed }}
    </p>
  </section>
  <section class="shows">
    <h2 class="plate">Shown over it</h2>
    <label v-for="o in whole?.overlays ?? []" :key="o.id"
      ><input type="checkbox" :checked="shown.has(o.id)" @change="turn(o.id)" />{{ o.words }}</label
    >
    <ul v-if="shown.has('soft') || shown.has('bite')" class="states">
      <li v-for="z in whole?.zones.filter((one) => one.on) ?? []" :key="z.id">
        {{ z.name }}:
        {{ shown.has('bite') ? (z.bite === 'bite' ? `would lose ${z.bite_um} µm` : 'safe now') : z.words }}
      </li>
    </ul>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  justify-items: start;
}
label {
  display: flex;
  align-items: center;
  gap: 5px;
  min-height: 34px;
}
select {
  width: 100%;
}
.noticed {
  margin: 0;
  font-weight: 600;
}
.noticed.arm {
  color: var(--ink);
}
.noticed.not {
  color: var(--soft);
}
.states {
  margin: 0;
  padding-left: 18px;
}
@media (pointer: coarse) {
  label {
    min-height: 44px;
  }
}
</style>
