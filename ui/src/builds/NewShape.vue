<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { api, Refusal } from '../api'
import { familyName, useTrade } from '../edit/useTrade'
import { useNight } from '../shared/useNight'
import { useShelf } from '../shelf/useShelf'
import type { PlanBrief } from '../wire'
import { lay, type BriefForm } from './briefForm'
import BriefPicture from './BriefPicture.vue'

/** A new build begins with its shape: a type as a picture, a scheme in one tap, a zone tapped and painted with a bottle. */
const a = defineModel<BriefForm>({ required: true })
const props = defineProps<{
  brief: PlanBrief
  at: string
  takes: (school: string, answer: { id: string; cost: string }) => string
}>()
const trade = useTrade()
const shelf = useShelf()
const night = useNight()

const typePicture = (id: string) =>
  `/api/airframes/${id}/picture?view=top&width=180&most=150&ground=${night.value ? 'night' : 'day'}`
/** The type's own size at the scale. */
function sized() {
  const t = trade.value?.air_types.find((one) => one.id === a.value.type)
  if (!t) return
  const cm = (m: number) => String(Math.round((m * 1000) / Number(a.value.scale || 48)) / 10)
  a.value.span = cm(t.span_m)
  a.value.length = a.value.ownLength = cm(t.long_m)
}
function choose(id: string) {
  a.value.type = id
  a.value.seed = 0
  sized()
  const scheme = trade.value?.schemes.find((s) => s.id === (a.value.scheme || trade.value?.schemes[0]?.id))
  if (scheme && !a.value.zones.some((z) => z.parts?.length)) lay(a.value, scheme)
}
function scaled(n: number) {
  a.value.scale = String(n)
  sized()
}
function scheme(id: string) {
  const s = trade.value?.schemes.find((one) => one.id === id)
  if (!s) return
  lay(a.value, s)
  zone.value = 0
}

const zone = ref(0)
const said = ref('')
watch(
  () => a.value.zones.length,
  (n) => (zone.value = Math.max(0, Math.min(n - 1, zone.value))),
)
const now = computed(() => a.value.zones[zone.value])
async function tap(x: number, y: number, size: { width: number; most: number }) {
  try {
    const got = await api.briefTap({ answers: props.brief, x, y, width: size.width, most: size.most })
    said.value = got.zone < 0 ? 'No zone lies there.' : ''
    if (got.zone >= 0) zone.value = got.zone
  } catch (e) {
    said.value = e instanceof Refusal ? e.message : String(e)
  }
}
const bottles = computed(() => shelf.value.filter((p) => (p.kind === 'paint' || p.kind === 'metal') && p.colour))
const families = computed(() => (trade.value?.families ?? []).filter((f) => f.kinds.includes('paint')))
function pour(id: string) {
  const p = shelf.value.find((one) => one.id === id)
  const z = now.value
  if (!p || !z) return
  Object.assign(z, {
    shelf: id,
    paint: p.name,
    family: p.family,
    metal: p.kind === 'metal',
    colour: p.colour ?? z.colour,
  })
}
function mixed(colour: string) {
  const z = now.value
  if (!z) return
  z.colour = colour
  if (z.shelf) {
    z.shelf = undefined
    z.paint = `${z.name} colour`
  }
}

/** Answers that can be seen: this very aircraft with each of them. */
const schools = computed(() => trade.value?.shown ?? [])
const wordsOf = (id: string, answer: string) =>
  trade.value?.schools.find((s) => s.id === id)?.answers.find((one) => one.id === answer)?.words ?? answer
const answered = (id: string) =>
  a.value.schools[id] ?? trade.value?.schools.find((s) => s.id === id)?.answers[0]?.id ?? ''
const takes = (id: string, answer: string) => {
  const found = trade.value?.schools.find((s) => s.id === id)?.answers.find((one) => one.id === answer)
  return found ? props.takes(id, found) : ''
}
const withAnswer = (id: string, answer: string): PlanBrief => ({
  ...props.brief,
  schools: { ...props.brief.schools, [id]: answer },
})
const put = (key: 'place' | 'care' | 'months', v: string | number) =>
  (a.value.service = { ...a.value.service, [key]: a.value.service[key] === v ? undefined : v })
</script>

<template>
  <section>
    <h2>Its shape</h2>
    <div class="scales" role="group" aria-label="Usual scales">
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
      <button type="button" class="act" :aria-pressed="!a.type" @click="a.type = ''">No airframe</button>
    </div>
    <div class="types" role="group" aria-label="Type of aircraft">
      <button
        v-for="t in trade?.air_types ?? []"
        :key="t.id"
        type="button"
        :aria-pressed="a.type === t.id"
        @click="choose(t.id)"
      >
        <img :src="typePicture(t.id)" alt="" width="180" height="150" loading="lazy" />
        <span>{{ t.words }}</span>
      </button>
    </div>
  </section>
  <section v-if="a.type">
    <h2>Its colours</h2>
    <div class="scales" role="group" aria-label="Scheme">
      <button
        v-for="s in trade?.schemes ?? []"
        :key="s.id"
        type="button"
        class="act"
        :aria-pressed="a.scheme === s.id"
        @click="scheme(s.id)"
      >
        {{ s.words }}
      </button>
    </div>
    <BriefPicture class="large" :brief="brief" :at="at" :most="420" label="The aircraft as it would look" @tap="tap" />
    <p v-if="said" class="soft small" role="status">{{ said }}</p>
    <div class="scales">
      <button type="button" class="act" @click="a.seed = (a.seed % 1000) + 1">Another of its kind</button>
      <label class="slide"
        ><span class="plate">Under colour up the side</span
        ><input v-model.number="a.edge" type="range" min="5" max="95"
      /></label>
      <label class="slide"
        ><span class="plate">Its edge swings</span
        ><input v-model.number="a.wave" type="range" min="0" max="6" step="0.5"
      /></label>
    </div>
    <div class="zones" role="group" aria-label="Zone that is painted">
      <button v-for="(z, i) in a.zones" :key="i" type="button" class="act" :aria-pressed="zone === i" @click="zone = i">
        <i :style="{ background: z.colour }" aria-hidden="true" />{{ z.name || 'a zone' }}
      </button>
    </div>
    <template v-if="now">
      <p class="soft small">
        {{ now.name }}: {{ now.paint }}, {{ familyName(now.family) }}. Tap a zone on the picture, then a bottle.
      </p>
      <div class="bottles" role="group" :aria-label="`Bottles for ${now.name}`">
        <button
          v-for="p in bottles"
          :key="p.id"
          type="button"
          :aria-pressed="now.shelf === p.id"
          :title="familyName(p.family)"
          @click="pour(p.id)"
        >
          <i :style="{ background: p.colour }" aria-hidden="true" />{{ p.name }}
        </button>
      </div>
      <div class="scales">
        <label class="slide"
          ><span class="plate">Or any colour</span
          ><input
            type="color"
            :value="now.colour"
            aria-label="Any colour"
            @input="mixed(($event.target as HTMLInputElement).value)"
        /></label>
        <label class="slide"
          ><span class="plate">of</span>
          <select v-model="now.family" aria-label="Family of the paint" :disabled="!!now.shelf">
            <option v-for="f in families" :key="f.id" :value="f.id">{{ f.name }}</option>
          </select>
        </label>
        <label v-if="now.tones?.length" class="slide"
          ><span class="plate">Edge of the pattern</span>
          <select v-model="now.edge">
            <option v-for="e in trade?.edges ?? []" :key="e.id" :value="e.id">{{ e.words }}</option>
          </select>
        </label>
        <label v-for="(t, i) in now.tones ?? []" :key="i" class="slide"
          ><span class="plate">{{ t.paint }}, {{ t.share_pct }} %</span
          ><span class="tone"
            ><input v-model="t.colour" type="color" :aria-label="`Colour of ${t.paint}`" /><input
              v-model.number="t.share_pct"
              type="range"
              min="10"
              max="70"
              :aria-label="`Share of ${t.paint}`" /></span
        ></label>
      </div>
    </template>
  </section>
  <section v-if="a.type">
    <h2>How worn</h2>
    <div class="scales" role="group" aria-label="Based on">
      <span class="plate">Based on</span>
      <button
        v-for="p in trade?.places ?? []"
        :key="p.id"
        type="button"
        class="act"
        :aria-pressed="a.service.place === p.id"
        @click="put('place', p.id)"
      >
        {{ p.words }}
      </button>
    </div>
    <div class="scales" role="group" aria-label="In service for">
      <span class="plate">In service for</span>
      <button
        v-for="m in trade?.months ?? []"
        :key="m.id"
        type="button"
        class="act"
        :aria-pressed="a.service.months === Number(m.id)"
        @click="put('months', Number(m.id))"
      >
        {{ m.words }}
      </button>
    </div>
    <div v-for="s in schools" :key="s.school" class="seen">
      <h3 class="plate">{{ s.words }}</h3>
      <div class="row" role="radiogroup" :aria-label="s.words">
        <button
          v-for="id in s.answers"
          :key="id"
          type="button"
          role="radio"
          :aria-checked="answered(s.school) === id"
          @click="a.schools = { ...a.schools, [s.school]: id }"
        >
          <BriefPicture
            :brief="withAnswer(s.school, id)"
            view="top"
            :most="190"
            :label="`${s.words}: ${wordsOf(s.school, id)}`"
          />
          <b>{{ wordsOf(s.school, id) }}</b>
          <span class="soft small">{{ takes(s.school, id) }}</span>
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 10px;
}
.scales,
.zones,
.bottles {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
.types {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 8px;
}
.types button,
.row button,
.bottles button {
  padding: 0;
  border: 1px solid var(--line);
  background: var(--raised);
  color: inherit;
  font: 500 15px var(--v-font-heading);
  text-align: left;
  cursor: pointer;
}
.types button {
  display: grid;
  align-content: start;
}
.types img {
  display: block;
  width: 100%;
  height: auto;
  aspect-ratio: 6 / 5; /* nothing moves when they come */
  object-fit: contain;
  background: var(--booth);
}
.types span {
  display: block;
  padding: 4px 8px 6px;
}
.types button[aria-pressed='true'],
.row button[aria-checked='true'],
.bottles button[aria-pressed='true'] {
  border-color: var(--ink);
  box-shadow: inset 0 -4px 0 var(--ink);
}
.act[aria-pressed='true'] {
  background: var(--action);
  color: var(--on-action);
}
.bottles button {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
  padding: 0 12px 0 0;
}
.bottles i {
  width: 40px;
  height: 44px;
}
.zones i {
  display: inline-block;
  width: 16px;
  height: 16px;
  margin-right: 6px;
  border: 1px solid var(--line);
  vertical-align: -2px;
}
.large {
  cursor: pointer;
}
.slide {
  display: grid;
}
.slide select {
  min-height: 40px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: var(--sheet);
  color: inherit;
  font: 16px var(--v-font-body);
}
.slide input[type='range'] {
  height: 32px;
  accent-color: var(--ink);
}
.slide input[type='color'] {
  width: 52px;
  height: 36px;
  padding: 0;
  border: 1px solid var(--line);
  background: none;
}
.tone {
  display: flex;
  gap: 8px;
}
.row {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px;
}
.row b {
  display: block;
  padding: 4px 8px 0;
}
.row span {
  display: block;
  padding: 0 8px 6px;
}
</style>
