<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api } from '../api'
import SchoolFields from '../edit/SchoolFields.vue'
import { useTrade } from '../edit/useTrade'
import WeekPaint from '../edit/WeekPaint.vue'
import MomentField from '../shared/MomentField.vue'
import { useUnits } from '../shared/useUnits'
import BriefColours from './BriefColours.vue'
import BriefOutcome from './BriefOutcome.vue'
import BriefShape from './BriefShape.vue'
import BriefWear from './BriefWear.vue'
import BriefZoneFields from './BriefZoneFields.vue'
import { useBrief } from './useBrief'

const router = useRouter()
const trade = useTrade()
const units = useUnits()
const brief = useBrief()
const {
  a,
  at,
  chosen,
  mine,
  wayName,
  costless,
  example,
  kept,
  proposed,
  ready,
  refused,
  schools,
  text,
  way,
  wish,
  working,
} = brief
const busy = ref(false)
const fileName = ref('')
const painting = ref(false) // its colours are unfolded

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
    if (way.value === 'answers') brief.done()
    await router.push({ name: 'build', params: { slug: got.slug } })
  } catch (e) {
    brief.failed(e)
  } finally {
    busy.value = false
  }
}

const opened = (e: Event) => (e.target as HTMLDetailsElement).open

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
const zones = computed(() => a.zones.map((z) => z.name || 'a zone').join(', '))
const bench = computed(
  () =>
    `${a.temperature} °${units.temperature.value}, ${a.humidity} %; ${a.wanted ? 'wanted on a day' : 'whenever it is ready'}`,
)
</script>

<template>
  <main class="new">
    <form id="new-build" @submit.prevent="save">
      <header>
        <h1>New build</h1>
        <div class="ways" role="group" aria-label="Begin from">
          <button v-if="mine.length" type="button" :aria-pressed="way === 'mine'" @click="way = 'mine'">My way</button>
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

      <template v-else-if="way === 'mine'">
        <p>As you did before: the zones, products, schools and steps of a build that you finished.</p>
        <label v-for="w in mine" :key="w.slug" class="example">
          <input v-model="chosen" type="radio" name="mine" :value="w.slug" />
          <span
            ><b>{{ w.name }}</b
            >, of {{ w.of }}; {{ w.words }}</span
          >
        </label>
        <v-text-field v-model="wayName" label="Name" maxlength="200" placeholder="of the new build" />
      </template>

      <template v-else-if="way === 'example'">
        <p>Take an example over and change it at will.</p>
        <label v-for="x in trade?.examples ?? []" :key="x.id" class="example">
          <input v-model="example" type="radio" name="example" :value="x.id" /> {{ x.words }}
        </label>
      </template>

      <template v-else>
        <p v-if="kept" class="soft small">
          What you answered before is still here.
          <button type="button" class="link" @click="brief.forget">Begin afresh</button>
        </p>
        <v-text-field
          v-model="a.name"
          label="Name"
          :placeholder="proposed"
          persistent-placeholder
          autofocus
          maxlength="200"
        />
        <template v-if="ready">
          <BriefShape :of="brief" />
          <details v-if="a.type" :open="painting" class="fold" @toggle="painting = opened($event)">
            <summary>
              Paint it zone by zone <span class="soft">{{ zones }}</span>
            </summary>
            <BriefColours :of="brief" />
          </details>
          <details class="fold" @toggle="working = opened($event) || working">
            <summary>
              How worn it should look <span class="soft">where it was based, for how long, how it was kept</span>
            </summary>
            <BriefWear :of="brief" />
          </details>
          <details class="fold">
            <summary>
              Your bench <span class="soft">{{ bench }}</span>
            </summary>
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
          </details>
          <details class="fold" :open="!a.type">
            <summary>
              Its zones, and what is wanted on each <span class="soft">{{ zones }}</span>
            </summary>
            <div class="four">
              <v-text-field v-model="a.scale" label="Scale, 1 to" type="number" min="1" max="1000" />
              <v-text-field v-model="a.span" label="Span, cm" type="number" min="1" step="any" />
              <v-text-field v-model="a.length" label="Length, cm" type="number" min="1" step="any" />
            </div>
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
          </details>
          <details class="fold" @toggle="working = opened($event) || working">
            <summary>
              How you work
              <span class="soft"
                >{{ trade?.schools.length ?? 0 }} questions on which modellers disagree, each with a usual answer</span
              >
            </summary>
            <p v-if="costless" class="soft small" aria-live="polite">{{ costless }}</p>
            <div v-for="(group, i) in schools" :key="i" class="pair">
              <p v-if="i" class="soft across">These change nothing in this draft:</p>
              <SchoolFields v-model="a.schools" :schools="group" :takes="brief.takes" />
            </div>
          </details>
        </template>
      </template>
    </form>
    <BriefOutcome :of="brief" :busy="busy" @painting="painting = true" />
  </main>
</template>

<style scoped>
.new {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(340px, 30%);
  min-height: calc(100dvh - 52px);
  background: var(--sheet);
}
form {
  display: grid;
  align-content: start;
  gap: 12px;
  padding: 14px 20px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 20px;
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
.pair + .pair {
  margin-top: 14px;
}
.across {
  grid-column: 1 / -1;
}
.fold {
  border-top: 1px solid var(--line);
}
.fold[open] > :not(summary) {
  margin-bottom: 12px;
}
.fold summary {
  padding: 10px 0;
  font: 600 17px var(--heading);
  cursor: pointer;
}
.fold summary .soft {
  font: 14px var(--v-font-body);
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
@media (max-width: 1050px) {
  .new {
    grid-template-columns: 1fr;
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
