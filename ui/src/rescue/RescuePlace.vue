<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed, ref, toRef } from 'vue'

import { useOpened } from '../build/useOpened'
import ChoiceRow from '../builds/ChoiceRow.vue'
import SparrowMark from '../shared/SparrowMark.vue'
import StateMark from '../shared/StateMark.vue'
import { useKeys } from '../shared/useKeys'
import RescueWays from './RescueWays.vue'
import WayBack from './WayBack.vue'
import { useRescue } from './useRescue'

/** Something went wrong: what is seen, why it is so in this stack, what to do now. */
const props = defineProps<{ slug: string }>()
const store = useOpened(() => props.slug)
const r = useRescue(toRef(props, 'slug'))
const { last, way } = r
const problem = computed(() => store.problem || (last.value ? '' : r.told.problem.value))
const typed = computed({ get: () => r.text('seen'), set: (v: string) => void r.set({ seen: v }) })
const every = ref(false)
const narrow = useMediaQuery('(max-width: 760px)')
const few = computed(() => (!narrow.value ? 8 : last.value?.symptom ? 2 : 6))
const possible = computed(() => {
  const all = last.value?.symptoms ?? []
  const found = last.value?.found ?? []
  if (!typed.value.trim() || !found.length) return all.filter((s) => !s.missing)
  const named = found.map((id) => all.find((s) => s.id === id)).filter((s) => s !== undefined)
  return named.toSorted((a, b) => Number(!!a.missing) - Number(!!b.missing)) // what this zone can have stands first
})
const shown = computed(() => {
  const first = possible.value.slice(0, every.value ? undefined : few.value)
  const chosen = possible.value.find((s) => s.id === last.value?.symptom)
  return chosen && !first.includes(chosen) ? [chosen, ...first] : first
})
const yesOrNo = [
  { id: 'yes', words: 'yes' },
  { id: 'no', words: 'no' },
]
/** What may be told of it; a second press takes it back. */
const details = computed(() => [
  { id: 'where', label: 'Where on it', choices: last.value?.wheres ?? [] },
  { id: 'since', label: 'Since', choices: last.value?.whens ?? [] },
  { id: 'look', label: 'It looks', choices: last.value?.looks ?? [] },
  { id: 'rubs', label: 'Comes off on a finger', choices: yesOrNo },
  { id: 'tacky', label: 'Sticks to a finger', choices: yesOrNo },
])
const folded = computed(() => (last.value?.symptoms ?? []).filter((s) => s.missing))
const ways = computed(() => last.value?.ways.slice(0, 6) ?? [])
useKeys({ 'Ctrl+z': () => store.undo(), 'Ctrl+y': () => store.redo() })
async function take() {
  if (way.value) await store.act(way.value.edit)
}
</script>

<template>
  <main class="place rescue">
    <div v-if="problem" class="empty">
      <SparrowMark :size="72" />
      <p>{{ problem }}</p>
      <RouterLink to="/builds">To the builds</RouterLink>
    </div>
    <template v-else-if="last && store.build">
      <header class="ask">
        <h1 class="visually-hidden">Rescue</h1>
        <label class="seen">
          <span class="plate">What do you see?</span>
          <input
            v-model.lazy="typed"
            type="search"
            aria-label="What do you see?"
            placeholder="the flat went white over my black wings"
          />
        </label>
        <p class="soft small">{{ shown.length }} shown; {{ folded.length }} this zone can't have</p>
      </header>
      <section class="pictures" aria-label="What it may look like">
        <button
          v-for="s in shown"
          :key="s.id"
          type="button"
          class="picture"
          :aria-pressed="s.id === last.symptom"
          @click="r.choose(s.id)"
        >
          <img v-if="s.drawn" :src="r.picture(s.id)" alt="" width="150" height="84" />
          <span v-else class="none" aria-hidden="true">?</span>
          <b>{{ s.short }}</b>
          <span class="soft small">{{ s.missing ? `${s.missing}.` : s.words }}</span>
        </button>
      </section>
      <p class="more">
        <button v-if="possible.length > few" type="button" class="act" @click="every = !every">
          {{ every ? 'Show fewer' : `Show all ${possible.length}` }}
        </button>
      </p>
      <details v-if="folded.length" class="folded">
        <summary>{{ folded.length }} that this zone can't have</summary>
        <ul>
          <li v-for="s in folded" :key="s.id">
            <button type="button" class="link" @click="r.choose(s.id)">{{ s.words }}</button>
            <span class="soft small">{{ s.missing }}</span>
          </li>
        </ul>
      </details>
      <section class="both">
        <div class="where">
          <h2 class="plate">Where</h2>
          <div class="chips" role="radiogroup" aria-label="Zone">
            <button
              v-for="z in last.zones"
              :key="z.id"
              type="button"
              role="radio"
              class="chip"
              :aria-checked="z.id === last.zone"
              @click="r.set({ zone: z.id, answers: '' })"
            >
              <i :style="{ background: z.colour }" />{{ z.name }} <span class="soft small">{{ z.words }}</span>
            </button>
          </div>
          <ChoiceRow
            v-for="d in details.slice(0, 2)"
            :key="d.id"
            :label="d.label"
            told
            :choices="d.choices"
            :chosen="r.text(d.id)"
            @choose="(v) => r.toggle(d.id, v)"
          />
          <details :open="details.slice(2).some((d) => r.text(d.id))">
            <summary>How it looks and feels</summary>
            <ChoiceRow
              v-for="d in details.slice(2)"
              :key="d.id"
              :label="d.label"
              told
              :choices="d.choices"
              :chosen="r.text(d.id)"
              @choose="(v) => r.toggle(d.id, v)"
            />
          </details>
          <p class="figure soft small">{{ last.clock }}</p>
        </div>
        <div class="why">
          <h2 class="plate">Why, <span class="soft small">from what was really done</span></h2>
          <p v-if="!last.symptom" class="soft">Choose what you see: here it says why, from what each step did.</p>
          <p v-if="last.missing" class="trouble small">This zone can hardly show it: {{ last.missing }}.</p>
          <ul class="causes">
            <li v-for="c in last.causes" :key="c.id">
              <span class="rank" :class="c.state">{{ c.rank }}</span>
              <div>
                <b>{{ c.words }}</b>
                <p v-if="c.because" class="small">{{ c.because }}</p>
                <RouterLink
                  v-if="c.step"
                  class="small"
                  :to="{ name: 'build', params: { slug }, query: { step: c.step } }"
                  >{{ c.did }}</RouterLink
                >
                <details class="share small">
                  <summary class="soft">figure</summary>
                  <span class="figure">{{ Math.round(100 * c.chance) }} %</span> of such cases, by judged tables
                </details>
              </div>
            </li>
          </ul>
          <section v-if="last.ask || last.answered.length" class="question" aria-label="A question">
            <p v-for="a in last.answered" :key="a.test" class="small">
              {{ a.words }}: <b>{{ a.is }}</b>
              <button type="button" class="link" @click="r.unanswer(a.test)">take it back</button>
            </p>
            <template v-if="last.ask">
              <div>
                <b>{{ last.ask.words }}</b>
                <p class="soft small">
                  {{ last.ask.caution || 'Harms nothing.' }} Costs: {{ last.ask.costs }}; {{ last.ask.worth }}.
                </p>
              </div>
              <div class="answers">
                <button type="button" class="act" @click="r.answer(last.ask.test, 'yes')">{{ last.ask.yes }}</button>
                <button type="button" class="act" @click="r.answer(last.ask.test, 'no')">{{ last.ask.no }}</button>
              </div>
            </template>
          </section>
          <section v-if="ways.length" class="now">
            <h2 class="plate">What now: <span class="soft small">the stack today, and how deep each goes</span></h2>
            <RescueWays
              :ways="ways"
              :films="last.films"
              :chosen="way?.remedy ?? ''"
              @choose="(v) => (r.chosen.value = v)"
            />
            <div v-if="way" class="chosen" aria-live="polite">
              <p v-if="way.steps.length">
                <b>{{ way.words }}:</b> {{ way.steps.join('; ') }}.
                <template v-if="way.redo.length"> Then again: {{ way.redo.join('; ') }}.</template>
                <template v-if="way.until"> It is {{ way.until }}.</template>
              </p>
              <p v-for="h in way.harms" :key="h" class="small"><StateMark :state="way.state" /> {{ h }}</p>
              <p class="soft small">{{ way.caution }} {{ last.caution }}</p>
            </div>
          </section>
        </div>
      </section>
      <template v-if="ways.length">
        <WayBack v-if="last.back.length" :back="last.back" :living="last.living" :shut="last.shut" />
        <button v-if="way" type="button" class="act first take" @click="take">
          {{ way.words }}<span class="figure">{{ way.work }}</span>
        </button>
      </template>
      <section v-if="last.mishaps.length" class="was" aria-label="What went wrong before">
        <h2 class="plate">What went wrong before</h2>
        <p v-for="m in last.mishaps" :key="m.step">
          {{ m.words }}.
          <template v-if="m.turned">It {{ m.turned }}.</template>
          <button type="button" class="act" :disabled="m.turned === 'worked'" @click="store.act(m.worked)">
            It worked
          </button>
          <button type="button" class="act" :disabled="m.turned === 'failed'" @click="store.act(m.failed)">
            It did not
          </button>
        </p>
      </section>
    </template>
    <p v-else class="soft loading" role="status">Looking it over …</p>
  </main>
</template>

<style scoped>
.rescue {
  min-height: 0;
  flex: 1;
  overflow: auto;
  background: var(--sheet);
}
.rescue > * {
  padding: 10px 16px;
}
.ask {
  display: flex;
  gap: 16px;
  align-items: end;
  border-bottom: 2px solid var(--ink);
}
.seen {
  display: grid;
  flex: 1;
}
.seen input {
  min-height: 44px;
  border: 0;
  background: none;
  color: inherit;
  font: 600 22px var(--heading);
}
.pictures {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(136px, 1fr));
  gap: 10px;
}
.picture {
  display: grid;
  align-content: start;
  padding: 4px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.picture[aria-pressed='true'] {
  outline: 3px solid var(--ink);
}
.picture img,
.picture .none {
  display: grid;
  width: 100%;
  height: auto;
  aspect-ratio: 150 / 84;
  place-items: center;
  border: 1px solid var(--line);
}
.more {
  padding-block: 0;
}
.folded ul,
.causes {
  margin: 0;
  padding: 0;
  list-style: none;
}
.folded li {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.link {
  min-height: 44px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}
.both {
  display: grid;
  grid-template-columns: minmax(240px, 1fr) minmax(0, 2fr);
  gap: 20px;
  border-top: 1px solid var(--line);
}
.where,
.why {
  display: grid;
  gap: 10px;
  align-content: start;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.chip {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 44px;
  padding: 4px 10px;
  border: 0;
  border-bottom: 2px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
}
.chip i {
  width: 18px;
  height: 18px;
  border: 1px solid var(--line);
}
.chip[aria-checked='true'] {
  border-bottom-color: var(--ink);
  background: rgb(var(--v-theme-surface));
  font-weight: 700;
}
.causes li {
  display: grid;
  grid-template-columns: 100px 1fr;
  gap: 10px;
  padding: 6px 0;
}
.rank {
  font-weight: 600;
}
.rank.bite {
  color: var(--bite);
}
.rank.wait {
  color: var(--wait);
}
.share {
  display: inline-block;
  margin-left: 10px;
}
.share summary {
  cursor: pointer;
}
.question {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
  align-items: center;
  justify-content: space-between;
  border-block: 1px solid var(--line);
  background: rgb(var(--v-theme-surface));
}
.answers {
  display: flex;
  gap: 8px;
}
.now,
.chosen {
  display: grid;
  gap: 10px;
}
.take {
  position: sticky;
  bottom: 0;
  display: flex;
  width: 100%;
  justify-content: space-between;
}
.was {
  border-top: 1px solid var(--line);
}
@media (max-width: 760px) {
  .both {
    grid-template-columns: 1fr;
  }
  .pictures {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  .ask {
    display: block;
  }
}
</style>
