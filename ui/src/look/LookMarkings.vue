<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import type { LookMark, PlanEdit, Whole } from '../wire'

/** Markings: each is dragged on the skin or moved by keys, turned and scaled; what is let go of is kept. */
const props = defineProps<{ whole: Whole; chosen: string }>()
const emit = defineEmits<{ choose: [key: string]; edit: [e: PlanEdit]; close: [] }>()

const key = (m: LookMark) => `${m.step}/${m.decal}/${m.copy}`
const mark = computed(() => props.whole.markings.find((m) => key(m) === props.chosen))
let settling = false // what was let go of is on its way: what is read meanwhile is older
const turn = ref(0)
const times = ref(1)
watch(
  mark,
  (m) => {
    if (settling) return
    turn.value = m?.turn_deg ?? 0
    times.value = m?.times ?? 1
  },
  { immediate: true },
)
function put(change: Partial<{ x: number; y: number }> = {}) {
  const m = mark.value
  if (!m) return
  const to = {
    view: m.view as 'top',
    x_mm: change.x ?? m.x_mm,
    y_mm: change.y ?? m.y_mm,
    turn_deg: turn.value,
    times: times.value,
  }
  emit('edit', { do: 'move-marking', of: m.step, marking: { decal: m.decal, copy: m.copy, to } })
}
const settled = useDebounceFn(() => {
  settling = false
  put()
}, 350)
/** Several presses of a key are one change. */
function settle() {
  settling = true
  void settled()
}
const steps: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function keyed(e: KeyboardEvent, m: LookMark) {
  const by = steps[e.key]
  if (!by || key(m) !== props.chosen) return
  e.preventDefault()
  put({ x: m.x_mm + by[0], y: m.y_mm + by[1] })
}
</script>

<template>
  <section class="markings" aria-label="Markings">
    <header>
      <h2>Markings</h2>
      <button type="button" class="link" @click="emit('close')">Back to the skin</button>
    </header>
    <p v-if="!whole.markings.length" class="soft">
      None lies on the skin at this moment: go to a moment after the decals are on.
    </p>
    <template v-else>
      <p class="soft small">
        Drag one on the picture, or choose it and move it with the arrow keys, a millimetre each.
      </p>
      <ul>
        <li v-for="m in whole.markings" :key="key(m)">
          <button
            type="button"
            class="act"
            :aria-pressed="key(m) === chosen"
            @click="emit('choose', key(m))"
            @keydown="keyed($event, m)"
          >
            {{ m.words }}
          </button>
        </li>
      </ul>
      <div v-if="mark" class="how">
        <label class="slide"
          ><span class="plate">Turned</span><output>{{ turn }}°</output>
          <input v-model.number="turn" type="range" min="-180" max="180" step="1" @change="settle()" />
        </label>
        <label class="slide"
          ><span class="plate">Size</span
          ><output>{{ ((mark.width_mm / mark.times) * times).toFixed(1) }} mm wide</output>
          <input v-model.number="times" type="range" min="0.3" max="3" step="0.05" @change="settle()" />
        </label>
      </div>
    </template>
  </section>
</template>

<style scoped>
.markings,
.how,
ul {
  display: grid;
  gap: 10px;
  align-content: start;
}
ul {
  gap: 2px;
  margin: 0;
  padding: 0;
  list-style: none;
}
li .act {
  width: 100%;
  text-align: left;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
p {
  margin: 0;
}
.slide {
  display: grid;
  grid-template-columns: 1fr auto;
}
.slide input {
  grid-column: 1 / -1;
  width: 100%;
  min-height: 32px;
  accent-color: var(--ink);
}
@media (pointer: coarse) {
  .slide input {
    min-height: 44px;
  }
}
</style>
