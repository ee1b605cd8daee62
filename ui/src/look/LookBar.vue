<script setup lang="ts">
import type { Look } from './useLook'

/** How the aircraft is looked at: from where, in which light, through which eye, and what else is open beside it. */
const props = defineProps<{ look: Look; magnified: boolean; real: boolean }>()
const panel = defineModel<string>('panel', { required: true })
const emit = defineEmits<{ magnify: []; real: [] }>()
const { view, light, eye, finished, whole } = props.look

const views = [
  ['', 'All'],
  ['top', 'Top'],
  ['under', 'Underside'],
  ['left', 'Left'],
  ['right', 'Right'],
] as const
const eyes = [
  ['', 'close up'],
  ['arm', 'arm’s length'],
  ['squint', 'squint'],
] as const
const turn = (id: string) => (panel.value = panel.value === id ? '' : id)
</script>

<template>
  <div class="bar" role="toolbar" aria-label="How it is looked at">
    <div class="turns" role="radiogroup" aria-label="View">
      <label v-for="[id, words] in views" :key="id"
        ><input v-model="view" type="radio" name="view" :value="id" />{{ words }}</label
      >
    </div>
    <label class="pick"
      ><span class="plate">Light</span>
      <select v-model="light">
        <option v-for="x in whole?.lights ?? []" :key="x.id" :value="x.id === 'daylight' ? '' : x.id">
          {{ x.words }}
        </option>
      </select>
    </label>
    <label class="pick"
      ><span class="plate">Seen</span>
      <select v-model="eye">
        <option v-for="[id, words] in eyes" :key="id" :value="id">{{ words }}</option>
      </select>
    </label>
    <button
      type="button"
      class="act"
      :aria-pressed="!!finished"
      title="Under its last coat (x)"
      data-key="x"
      @click="finished = finished ? '' : 'yes'"
    >
      Under its last coat
    </button>
    <button
      type="button"
      class="act"
      :aria-pressed="magnified"
      title="Magnifier (z)"
      data-key="z"
      @click="emit('magnify')"
    >
      Magnifier
    </button>
    <button type="button" class="act" :aria-pressed="real" @click="emit('real')">Real size</button>
    <button
      type="button"
      class="act"
      :aria-pressed="panel === 'stains'"
      title="Stains and fading (t)"
      data-key="t"
      @click="turn('stains')"
    >
      Stains
    </button>
    <button
      type="button"
      class="act"
      :aria-pressed="panel === 'markings'"
      title="Markings (k)"
      data-key="k"
      @click="turn('markings')"
    >
      Markings
    </button>
    <button type="button" class="act" :aria-pressed="panel === 'shape'" @click="turn('shape')">Airframe</button>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  padding: 6px 12px;
  border-bottom: 1px solid var(--line);
}
.turns {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
}
.turns label {
  display: flex;
  align-items: center;
  gap: 5px;
  min-height: 34px;
}
.pick {
  display: flex;
  gap: 6px;
  align-items: center;
}
.pick select {
  width: 110px;
}
@media (pointer: coarse) {
  .turns label {
    min-height: 44px;
  }
}
</style>
