<script setup lang="ts">
import { StorageSerializers, useStorage, watchDebounced } from '@vueuse/core'
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { api, Refusal } from '../api'
import SchoolFields from '../edit/SchoolFields.vue'
import ServiceFields from '../edit/ServiceFields.vue'
import { tradeRead, useTrade } from '../edit/useTrade'
import WeekPaint from '../edit/WeekPaint.vue'
import MomentField from '../shared/MomentField.vue'
import { useNewest } from '../shared/useNewest'
import { useUnits } from '../shared/useUnits'
import { briefForm, briefOf, fill, type BriefForm } from './briefForm'
import BriefZoneFields from './BriefZoneFields.vue'
import NewShape from './NewShape.vue'
import RouteStrip from './RouteStrip.vue'
import type { Made, NewBuild, PlanBrief, SchoolCosts } from '../wire'

const router = useRouter()
const trade = useTrade()
const units = useUnits()
const lookAt = ref('') // the moment that its picture shows; empty for the finish
const way = ref<'answers' | 'file' | 'example'>('answers')
const example = ref('clean')
const tried = useNewest<Made>((words) => (refused.value = words))
const made = tried.value
const refused = ref('')
const busy = ref(false)
const text = ref('')
const fileName = ref('')

const here = Intl.DateTimeFormat().resolvedOptions().timeZone
// What was answered survives a reload.
const draft = useStorage<BriefForm | null>('inkysparrow.draft', null, undefined, {
  serializer: StorageSerializers.object,
  flush: 'post',
})
const a = reactive(briefForm(here))
const ready = ref(false)
const at = ref(Date.now()) // what the bench's clock shows
const failed = (e: unknown) => (refused.value = e instanceof Refusal ? e.message : String(e))
async function afresh() {
  try {
    const [t, is] = await Promise.all([tradeRead(), api.when({ words: 'now' })])
    at.value = Date.parse(is.at)
    Object.assign(a, briefForm(here))
    fill(a, t.usual.brief, units)
    a.start = is.at
    if (draft.value) Object.assign(a, draft.value)
    ready.value = true
  } catch (e) {
    failed(e)
  }
}
void afresh()
const kept = computed(() => Boolean(draft.value?.name))
watch(
  a,
  () => {
    if (ready.value && (a.name || draft.value)) draft.value = JSON.parse(JSON.stringify(a)) as BriefForm
  },
  { deep: true },
)
function forget() {
  ready.value = false
  draft.value = null
  void afresh()
}

/** Gives all zones the paint, the age and what is wanted of one. */
function spread(i: number) {
  const from = a.zones[i]
  if (!from) return
  a.zones.forEach((z, k) => {
    if (k === i) return
    Object.assign(z, { family: from.family, metal: from.metal, painted: from.painted, effects: [...from.effects] })
    if (from.bright) z.bright = from.bright
  })
}

const brief = computed<PlanBrief>(() => briefOf(a, units))

const wish = computed<NewBuild | null>(() => {
  if (way.value === 'file') return text.value ? { plan: text.value } : null
  if (way.value === 'example') return { example: example.value }
  return a.name.trim() ? { answers: brief.value } : null
})

watchDebounced(
  () => JSON.stringify(wish.value),
  async () => {
    const w = wish.value
    if (!w) {
      tried.clear()
      refused.value = ''
    } else if (await tried.ask(() => api.make({ ...w, try: true }))) refused.value = ''
  },
  { debounce: 250 },
)

/** What each answer to each school would take, once they are looked at. */
const working = ref(false)
const costed = useNewest<SchoolCosts>()
const costs = computed(() => costed.value.value?.answers ?? []) // what is wrong with the answers stands beside them
const costless = computed(() => (made.value ? costed.problem.value : ''))
watchDebounced(
  () => (working.value || a.type) && a.name.trim() && JSON.stringify(brief.value),
  (asked) => {
    if (asked) void costed.ask(() => api.schoolCosts(brief.value))
  },
  { debounce: 300 },
)
const takes = (school: string, answer: { id: string; cost: string }) => {
  const c = costs.value.find((one) => one.school === school && one.answer === answer.id)
  return c ? `${answer.cost}; ${c.words}` : answer.cost
}
/** The questions that matter for this model, then those that don't. */
const schools = computed(() => {
  const all = trade.value?.schools ?? []
  const idle = all.filter((s) => costs.value.length && costs.value.every((c) => c.school !== s.id || c.now || c.same))
  return [all.filter((s) => !idle.includes(s)), idle].filter((group) => group.length)
})

async function choose(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0]
  if (!file) return
  fileName.value = file.name
  text.value = file.size > 2 * 1024 * 1024 ? '' : await file.text()
  if (!text.value) refused.value = file.size ? 'The file is over 2 MB, too large for a plan.' : 'The file is empty.'
}

async function save() {
  if (!wish.value) return
  busy.value = true
  try {
    const got = await api.make(wish.value)
    if (way.value === 'answers') draft.value = null
    await router.push({ name: 'build', params: { slug: got.slug } })
  } catch (e) {
    refused.value = e instanceof Refusal ? e.message : String(e)
  } finally {
    busy.value = false
  }
}

const addZone = () =>
  a.zones.push({
    name: '',
    share: 0.1,
    paint: '',
    family: 'waterborne-acrylic',
    metal: false,
    colour: '#8a8a8a',
    painted: null,
    effects: ['wash'],
  })
</script>

<template>
  <main class="new">
    <form id="new-build" @submit.prevent="save">
      <header>
        <h1>New build</h1>
        <div class="ways" role="group" aria-label="Begin from">
          <button type="button" :aria-pressed="way === 'answers'" @click="way = 'answers'">From a few answers</button>
          <button type="button" :aria-pressed="way === 'example'" @click="way = 'example'">From an example</button>
          <button type="button" :aria-pressed="way === 'file'" @click="way = 'file'">From a plan file</button>
        </div>
      </header>

      <template v-if="way === 'file'">
        <p>Choose a plan file; what it holds is shown before anything is kept.</p>
        <label class="drop">
          <input type="file" accept=".json,application/json" @change="choose" />
          <span>{{ fileName || 'Choose a file' }}</span>
        </label>
      </template>

      <template v-else-if="way === 'example'">
        <p>Take an example over and change it at will.</p>
        <label v-for="x in trade?.examples ?? []" :key="x.id" class="example">
          <input v-model="example" type="radio" name="example" :value="x.id" /> {{ x.words }}
        </label>
      </template>

      <template v-else>
        <section>
          <h2>The model</h2>
          <p v-if="kept" class="soft small">
            What you answered before is still here.
            <button type="button" class="link" @click="forget">Begin afresh</button>
          </p>
          <div class="four">
            <v-text-field v-model="a.name" label="Name" autofocus maxlength="200" />
            <v-text-field v-model="a.scale" label="Scale, 1 to" type="number" min="1" max="1000" />
            <v-text-field v-model="a.span" label="Span, cm" type="number" min="1" step="any" />
            <v-text-field v-model="a.length" label="Length, cm" type="number" min="1" step="any" />
          </div>
        </section>
        <NewShape v-if="ready" :model-value="a" :brief="brief" :at="lookAt" :takes="takes" />
        <section>
          <h2>The bench</h2>
          <div class="four">
            <v-text-field
              v-model="a.temperature"
              :label="`Room, °${units.temperature.value}`"
              type="number"
              step="0.5"
            />
            <v-text-field v-model="a.humidity" label="Humidity, %" type="number" min="0" max="100" />
            <MomentField v-if="ready" v-model="a.start" label="Begun" :timezone="a.timezone" />
            <MomentField
              v-if="ready"
              v-model="a.wanted"
              label="Wanted on"
              :timezone="a.timezone"
              day
              hint="Empty: whenever it is ready."
            />
          </div>
          <WeekPaint v-model="a.sessions" />
        </section>
        <section>
          <h2>Zones</h2>
          <BriefZoneFields
            v-for="(_, i) in a.zones"
            :key="i"
            v-model="a.zones[i]!"
            :alone="a.zones.length === 1"
            :now="at"
            :timezone="a.timezone"
            @spread="spread(i)"
            @remove="a.zones.splice(i, 1)"
          />
          <v-btn variant="outlined" @click="addZone">Add a zone</v-btn>
        </section>
        <details class="schools">
          <summary>How worn it should look: where it was based, how it was parked, for how long</summary>
          <p v-if="costless" class="soft small" aria-live="polite">{{ costless }}</p>
          <div class="wear"><ServiceFields v-model="a.service" /></div>
        </details>
        <details class="schools" @toggle="working = ($event.target as HTMLDetailsElement).open">
          <summary>
            How you work: {{ trade?.schools.length ?? 0 }} questions on which modellers disagree, each with a usual
            answer
          </summary>
          <div v-for="(group, i) in schools" :key="i" class="pair">
            <p v-if="i" class="soft across">These change nothing in this draft:</p>
            <SchoolFields v-model="a.schools" :schools="group" :takes="takes" />
          </div>
        </details>
      </template>
    </form>

    <aside aria-live="polite">
      <h2>What it will be</h2>
      <v-btn color="primary" variant="flat" type="submit" form="new-build" :disabled="!made || busy"
        >Begin this build</v-btn
      >
      <p v-if="refused" class="refused">{{ refused }}</p>
      <template v-else-if="made">
        <p class="big">{{ made.name }}</p>
        <p>{{ made.zones }} {{ made.zones === 1 ? 'zone' : 'zones' }}, {{ made.steps }} steps; {{ made.promise }}</p>
        <RouteStrip v-if="made.route.length" v-model="lookAt" :made="made" />
        <ul v-if="made.shape.length" class="shape">
          <li v-for="z in made.shape" :key="z.name">
            <b>{{ z.name }}</b> {{ z.words }}
          </li>
        </ul>
        <p v-if="made.stops || made.warns" class="refused">{{ made.stops }} stops, {{ made.warns }} warnings</p>
        <p v-else class="fine">Nothing to worry about here.</p>
        <ul v-if="made.findings.length">
          <li v-for="f in made.findings.slice(0, 6)" :key="f">{{ f }}</li>
        </ul>
        <template v-if="made.words.length">
          <h3>What was decided</h3>
          <ul>
            <li v-for="w in made.words" :key="w">{{ w }}</li>
          </ul>
        </template>
      </template>
      <p v-else class="soft">
        {{ way === 'file' ? 'Choose a file to see what it holds.' : 'Give the model a name to see its route.' }}
      </p>
    </aside>
  </main>
</template>

<style scoped>
.wear {
  display: grid;
  gap: 10px;
}
.new {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  min-height: calc(100dvh - 52px);
  background: var(--sheet);
}
form {
  display: grid;
  align-content: start;
  gap: 18px;
  padding: 18px 20px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 20px;
}
section {
  display: grid;
  gap: 10px;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 0 20px;
}
.ways button {
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--soft);
  font: 600 16px var(--heading);
  cursor: pointer;
}
.ways button[aria-pressed='true'] {
  color: var(--ink);
  box-shadow: inset 0 -3px 0 var(--ink);
}
.schools .pair + .pair {
  margin-top: 14px;
}
.across {
  grid-column: 1 / -1;
}
.schools summary {
  cursor: pointer;
  margin-bottom: 10px;
}
.example {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
}
.drop {
  display: grid;
  place-items: center;
  min-height: 120px;
  border: 1px dashed var(--soft);
  cursor: pointer;
}
.drop:focus-within {
  outline: 3px solid var(--note);
}
.drop input {
  position: absolute;
  opacity: 0;
}
aside {
  position: sticky;
  top: 0;
  display: grid;
  align-content: start;
  gap: 10px;
  max-height: 100dvh;
  padding: 18px 20px;
  overflow-y: auto;
  background: var(--raised);
  border-left: 1px solid var(--line);
}
aside ul {
  margin: 0;
  padding-left: 18px;
  font-size: 14px;
}
aside .v-btn {
  justify-self: start;
  min-height: 44px;
}
.big {
  font: 600 20px var(--heading);
}
.refused {
  color: var(--bite);
  font-weight: 600;
}
.fine {
  color: var(--safe);
  font-weight: 600;
}
@media (max-width: 1050px) {
  .new {
    grid-template-columns: 1fr;
  }
  aside {
    position: static;
    max-height: none;
    border-left: 0;
    border-top: 1px solid var(--line);
  }
  .four {
    grid-template-columns: 1fr 1fr;
  }
}
@media (max-width: 640px) {
  header {
    display: grid;
  }
}
</style>
