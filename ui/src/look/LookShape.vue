<script setup lang="ts">
import { reactive, watch } from 'vue'

import { useTrade } from '../edit/useTrade'
import type { Build, PlanAirframe, PlanEdit, Whole } from '../wire'

/** The airframe: its type, size and edge; or a drawing of one's own. */
const props = defineProps<{ whole: Whole; build: Build }>()
const emit = defineEmits<{ edit: [e: PlanEdit]; close: [] }>()
const trade = useTrade()

const a = reactive({ type: '', seed: 0, span: '', length: '', edge: 0, wave: 0, boarding: 'left' })
watch(
  [() => props.build.revision, trade],
  () => {
    const own = props.build.plan.airframe
    Object.assign(a, {
      type: own?.type ?? trade.value?.air_types[0]?.id ?? '',
      seed: own?.seed ?? 0,
      span: own?.span_mm ? String(own.span_mm) : '',
      length: own?.length_mm ? String(own.length_mm) : '',
      edge: own?.edge_pct ?? trade.value?.edge_pct ?? 0,
      wave: own?.wave_mm ?? 0,
      boarding: own?.boarding ?? 'left',
    })
  },
  { immediate: true },
)
function keep() {
  const own = props.build.plan.airframe
  const next: PlanAirframe = {
    ...own,
    type: a.type as PlanAirframe['type'],
    seed: a.seed,
    edge_pct: Number(a.edge),
    wave_mm: Number(a.wave),
    boarding: a.boarding as 'left',
  }
  delete next.svg
  delete next.span_mm
  delete next.length_mm
  if (a.span) next.span_mm = Number(a.span)
  if (a.length) next.length_mm = Number(a.length)
  if (own?.svg) {
    delete next.zones
    delete next.cuts
  }
  emit('edit', { do: 'put-airframe', airframe: next })
}
async function draw(e: Event) {
  const input = e.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  emit('edit', { do: 'put-airframe', airframe: { svg: await file.text(), boarding: a.boarding as 'left' } })
  input.value = '' // the same file can be read again
}
</script>

<template>
  <section class="shape" aria-label="Airframe">
    <header>
      <h2>Airframe</h2>
      <button type="button" class="link" @click="emit('close')">Back to the skin</button>
    </header>
    <p class="soft small">
      {{ whole.own ? (whole.drawn ? 'Drawn' : whole.type) : `No airframe of its own: drawn on a plain ${whole.type}` }};
      {{ whole.size }}. Areas, lines and tape follow from it; an area that was typed overrules.
    </p>
    <form @submit.prevent="keep">
      <label class="field"
        ><span class="plate">Type</span>
        <select v-model="a.type">
          <option v-for="t in trade?.air_types ?? []" :key="t.id" :value="t.id">{{ t.words }}</option>
        </select>
      </label>
      <div class="two">
        <label class="field"
          ><span class="plate">Span, mm</span
          ><input v-model="a.span" type="number" min="10" max="5000" step="any" :placeholder="whole.span_mm.toFixed(0)"
        /></label>
        <label class="field"
          ><span class="plate">Length, mm</span
          ><input v-model="a.length" type="number" min="10" max="5000" step="any" placeholder="its own"
        /></label>
      </div>
      <label class="field"
        ><span class="plate">Under colour up the side, {{ a.edge }} %</span
        ><input v-model.number="a.edge" type="range" min="5" max="95"
      /></label>
      <label class="field"
        ><span class="plate">Its edge swings by {{ a.wave }} mm</span
        ><input v-model.number="a.wave" type="range" min="0" max="6" step="0.5"
      /></label>
      <label class="field"
        ><span class="plate">Boarded from the</span>
        <select v-model="a.boarding">
          <option value="left">left</option>
          <option value="right">right</option>
        </select>
      </label>
      <div class="acts">
        <button type="submit" class="act first">Keep this shape</button>
        <button
          type="button"
          class="act"
          @click="
            () => {
              a.seed = (a.seed % 1000) + 1
              keep()
            }
          "
        >
          Another of its kind
        </button>
      </div>
    </form>
    <h3 class="plate">A drawing</h3>
    <p class="soft small">An SVG with groups top, under, left and right: docs/airframe.md says how.</p>
    <div class="acts">
      <label class="drop"
        ><input type="file" accept=".svg,image/svg+xml" @change="draw" /><span>Read a drawing</span></label
      >
      <a class="act" :href="`/api/builds/${build.slug}/look/svg`">Save as a drawing</a>
    </div>
    <h3 class="plate">What follows from it</h3>
    <table>
      <tbody>
        <tr v-for="z in whole.zones" :key="z.id">
          <th scope="row">{{ z.name }}</th>
          <td>
            {{ z.on ? z.shape : 'nothing of it belongs here' }}{{ z.typed && z.on ? `; ${z.area_cm2} cm² typed` : '' }}
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="whole.own" type="button" class="link" @click="emit('edit', { do: 'put-airframe' })">
      Take the airframe away
    </button>
  </section>
</template>

<style scoped>
.shape,
form {
  display: grid;
  gap: 10px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.field {
  display: grid;
}
.field input,
.field select {
  min-width: 0;
  min-height: 40px;
  padding: 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: var(--sheet);
  color: inherit;
  font: 16px var(--v-font-body);
}
.field input[type='range'] {
  border: 0;
  accent-color: var(--ink);
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.drop input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
.drop span {
  display: inline-block;
  min-height: 36px;
  padding: 6px 10px;
  border: 1px solid var(--line);
  cursor: pointer;
}
.drop input:focus-visible + span {
  outline: 2px solid var(--note);
}
table {
  border-collapse: collapse;
}
th {
  padding: 4px 10px 4px 0;
  text-align: left;
  vertical-align: top;
  font-weight: 600;
}
td {
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
</style>
