<script setup lang="ts">
import { useTrade } from '../edit/useTrade'
import { useNight } from '../shared/useNight'
import { lay } from './briefForm'
import ChoiceRow from './ChoiceRow.vue'
import type { Brief } from './useBrief'

/** A new build begins with its shape and its colours: a scale, a type as a picture, a scheme, one tap each. */
const props = defineProps<{ of: Brief }>()
const { a, zone } = props.of
const trade = useTrade()
const night = useNight()

const typePicture = (id: string) =>
  `/api/airframes/${id}/picture?view=top&width=180&most=150&ground=${night.value ? 'night' : 'day'}`
/** The type's own size at the scale. */
function sized() {
  const t = trade.value?.air_types.find((one) => one.id === a.type)
  if (!t) return
  const cm = (m: number) => String(Math.round((m * 1000) / Number(a.scale || 48)) / 10)
  a.span = cm(t.span_m)
  a.length = a.ownLength = cm(t.long_m)
}
function choose(id: string) {
  a.type = id
  a.seed = 0
  sized()
  const first = trade.value?.schemes.find((s) => s.id === (a.scheme || trade.value?.schemes[0]?.id))
  if (first && !a.zones.some((z) => z.parts?.length)) lay(a, first)
}
function scaled(n: number) {
  a.scale = String(n)
  sized()
}
function scheme(id: string) {
  const s = trade.value?.schemes.find((one) => one.id === id)
  if (!s) return
  lay(a, s)
  zone.value = 0
}
</script>

<template>
  <div class="chips" role="group" aria-label="Usual scales">
    <button
      v-for="n in trade?.scales ?? []"
      :key="n"
      type="button"
      class="act"
      :aria-pressed="Number(a.scale) === n"
      @click="scaled(n)"
    >
      1/{{ n }}
    </button>
    <button type="button" class="act" :aria-pressed="!a.type" @click="a.type = ''">Any other shape</button>
  </div>
  <div class="types" role="group" aria-label="Type of aircraft">
    <button
      v-for="t in trade?.air_types ?? []"
      :key="t.id"
      type="button"
      class="tile"
      :aria-pressed="a.type === t.id"
      @click="choose(t.id)"
    >
      <img :src="typePicture(t.id)" alt="" width="180" height="150" loading="lazy" />
      <span>{{ t.words }}</span>
    </button>
  </div>
  <template v-if="a.type">
    <h2>Its colours</h2>
    <ChoiceRow label="Scheme" :choices="trade?.schemes ?? []" :chosen="a.scheme" @choose="scheme" />
  </template>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
}
.types {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(120px, 1fr));
  gap: 8px;
}
.types button {
  display: grid;
  align-content: start;
}
.types img {
  display: block;
  width: 100%;
  height: auto;
  aspect-ratio: 3 / 2; /* nothing moves when they come */
  object-fit: contain;
  background: var(--booth);
}
.types span {
  display: block;
  padding: 4px 8px 6px;
}
</style>
