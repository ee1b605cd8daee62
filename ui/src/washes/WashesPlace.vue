<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed, defineAsyncComponent, ref, toRef, useTemplateRef, watch } from 'vue'

import { useOpened } from '../build/useOpened'
import { useTrade } from '../edit/useTrade'
import { capital } from '../shared/capital'
import MomentField from '../shared/MomentField.vue'
import SparrowMark from '../shared/SparrowMark.vue'
import StateMark from '../shared/StateMark.vue'
import { now } from '../shared/useClock'
import { useKeys } from '../shared/useKeys'
import WashClose from './WashClose.vue'
import WashTable from './WashTable.vue'
import { useWashes } from './useWashes'
import WishOrder from './WishOrder.vue'

const WipeTrainer = defineAsyncComponent(() => import('./WipeTrainer.vue'))

const props = defineProps<{ slug: string }>()
const store = useOpened(() => props.slug)
const trade = useTrade()
const small = useMediaQuery('(max-width: 640px)') // the list comes first, and a tap lays the card over it
const opened = ref(false)
const over = computed(() => small.value && opened.value)
const w = useWashes(toRef(props, 'slug'))
const { last, chosen, rival, readyOf, wishes, zone, at, cloth, liquid, wanted, way, stroke } = w
const problem = computed(() => store.problem || (last.value ? '' : w.list.problem.value))
const trouble = computed(() => (last.value ? w.list.problem.value : ''))

const when = ref<'due' | 'now' | 'other'>(at.value ? 'other' : 'due')
watch(when, (how) => {
  if (how === 'due') at.value = ''
  if (how === 'now') at.value = new Date(now.value).toISOString().replace(/\.\d+/, '')
})
function choose(key: string) {
  w.key.value = key
  opened.value = true
  if (small.value) window.scrollTo({ top: 0 })
}
const typed = computed({ get: () => at.value || null, set: (t: string | null) => (at.value = t ?? '') })
const cloths = computed(() => trade.value?.cloths ?? [])
const liquids = computed(() => [
  { value: '', title: 'its own remover' },
  ...(trade.value?.liquids ?? []).map((l) => ({ value: l.id, title: l.words })),
])
const strengths = computed(() => [
  { value: '', title: 'as the plan has it' },
  ...(last.value?.strengths ?? []).map((x) => ({ value: String(x.wanted), title: x.words })),
])
const answersOf = (id: string) => trade.value?.schools.find((s) => s.id === id)?.answers ?? []
const schools = computed(() => [
  {
    name: 'way',
    title: 'How it goes on',
    now: last.value?.way ?? '',
    answers: answersOf('wash'),
    set: (v: string) => (way.value = v),
  },
  {
    name: 'stroke',
    title: 'How the cloth moves',
    now: last.value?.stroke ?? '',
    answers: answersOf('stroke'),
    set: (v: string) => (stroke.value = v),
  },
])
const practise = ref(false)
const practice = useTemplateRef('practice')
watch(practice, (panel) => small.value && panel?.scrollIntoView({ block: 'start' }))
const wished = computed(() => {
  const made = (last.value?.wishes ?? []).filter((x) => last.value?.made.includes(x.id))
  return made.map((x) => x.words).join(', ') || 'the usual order'
})

useKeys({
  'Ctrl+z': () => store.undo(),
  'Ctrl+y': () => store.redo(),
  '[': () => step(-1),
  ']': () => step(1),
})
function step(n: number) {
  const all = last.value?.washes ?? []
  const i = all.findIndex((x) => x.key === chosen.value?.key)
  const next = all[Math.max(0, Math.min(all.length - 1, i + n))]
  if (next) w.key.value = next.key
}
</script>

<template>
  <main class="place washes-place">
    <div v-if="problem" class="empty">
      <SparrowMark :size="72" />
      <p>{{ problem }}</p>
      <RouterLink to="/builds">To the builds</RouterLink>
    </div>
    <template v-else-if="last && store.build">
      <h1 class="visually-hidden">Washes</h1>
      <aside class="ask" aria-label="What is asked">
        <nav class="tabs" aria-label="Washes and last coat">
          <span class="here" aria-current="page">Wash</span>
          <RouterLink :to="{ name: 'last-coat', params: { slug }, query: { zone: last.zone } }">Last coat</RouterLink>
        </nav>
        <label class="field">
          <span class="plate">Zone</span>
          <select :value="last.zone" @change="zone = ($event.target as HTMLSelectElement).value">
            <option v-for="z in last.zones" :key="z.id" :value="z.id">
              {{ z.words }}
            </option>
          </select>
        </label>
        <fieldset class="when">
          <legend class="plate">At which moment</legend>
          <div class="turns" role="radiogroup" aria-label="At which moment">
            <label
              v-for="[id, words] in [
                ['due', 'when it is due'],
                ['now', 'now'],
                ['other', 'another'],
              ] as const"
              :key="id"
            >
              <input v-model="when" type="radio" name="when" :value="id" />{{ words }}
            </label>
          </div>
          <MomentField
            v-if="when === 'other'"
            v-model="typed"
            label="Moment"
            :timezone="store.build.timezone"
            :build="slug"
          />
          <p v-else class="figure small">{{ last.clock }}</p>
        </fieldset>
        <details class="fold">
          <summary>
            Wishes <span class="soft">{{ wished }}</span>
          </summary>
          <WishOrder :all="last.wishes" :made="last.made" :more="last.more" @order="wishes = $event" />
        </details>
        <details class="fold">
          <summary>
            Cloth and strength <span class="soft">{{ last.cloth }} cloth</span>
          </summary>
          <fieldset>
            <legend class="plate">Wiped with a cloth that is</legend>
            <div class="turns">
              <label v-for="c in cloths" :key="c">
                <input type="radio" name="cloth" :value="c" :checked="c === last.cloth" @change="cloth = c" />{{ c }}
              </label>
            </div>
            <label v-if="last.cloth !== 'dry'" class="field">
              <span class="plate">Wetted with</span>
              <select v-model="liquid">
                <option v-for="l in liquids" :key="l.value" :value="l.value">{{ l.title }}</option>
              </select>
            </label>
          </fieldset>
          <label v-for="s in schools" :key="s.name" class="field">
            <span class="plate">{{ s.title }}</span>
            <select :value="s.now" @change="s.set(($event.target as HTMLSelectElement).value)">
              <option v-for="a in s.answers" :key="a.id" :value="a.id">{{ a.words }}</option>
            </select>
          </label>
          <label class="field">
            <span class="plate">Lines of what is mixed</span>
            <select v-model="wanted">
              <option v-for="s in strengths" :key="s.value" :value="s.value">{{ s.title }}</option>
            </select>
          </label>
        </details>
        <button type="button" class="act" :class="{ first: practise }" @click="practise = !practise">
          {{ practise ? 'Back to the washes' : 'Practise wiping' }}
        </button>
      </aside>
      <section v-if="practise" ref="practice" class="practice" aria-label="Practice">
        <WipeTrainer v-if="last.job.climate" :air="last.job.climate" />
      </section>
      <template v-else>
        <section v-show="!over" class="list" aria-label="Washes, best first" :aria-busy="w.list.busy.value">
          <p v-if="trouble" role="alert" class="trouble">{{ trouble }}</p>
          <div class="holds">
            <p class="soft small">{{ capital(last.surface) }}; {{ last.lines }}.</p>
            <p v-for="words in last.for_all" :key="words" class="for-all"><StateMark state="wait" /> {{ words }}</p>
          </div>
          <WashTable
            :list="last"
            :chosen="chosen?.key ?? ''"
            :ready-of="readyOf"
            :strip-of="w.stripOf"
            :made="last.made.length"
            @choose="choose"
          />
        </section>
        <WashClose
          v-if="chosen && (over || !small)"
          :key="chosen.key"
          :wash="chosen"
          :one="w.one.value.value"
          :list="last"
          :rival="rival"
          :ready="readyOf.get(chosen.key)"
          :strip="w.stripOf(chosen.key)"
          :over="over"
          @against="w.against.value = $event"
          @back="opened = false"
        />
      </template>
    </template>
    <p v-else class="soft loading" role="status">Judging the washes …</p>
  </main>
</template>

<style scoped>
.washes-place {
  display: grid;
  grid-template-columns: 196px minmax(0, 1fr) 360px;
  min-height: 0;
  flex: 1;
  overflow: hidden;
}
.empty,
.loading {
  grid-column: 1 / -1;
}
.loading {
  padding: 20px;
}
.ask,
.list,
.practice {
  min-height: 0;
  overflow: auto;
  padding: 12px;
}
.practice {
  grid-column: 2 / -1;
}
.ask {
  display: flex;
  flex-direction: column;
  gap: 12px;
  border-right: 1px solid var(--line);
  background: var(--sheet);
}
.ask > .act {
  align-self: start;
}
.tabs {
  display: flex;
  gap: 16px;
  font: 600 16px var(--heading);
}
.tabs > * {
  padding: 6px 0;
  color: inherit;
  text-decoration: none;
}
.tabs .here {
  border-bottom: 3px solid var(--ink);
}
fieldset {
  margin: 0;
  padding: 0;
  border: 0;
}
.turns {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
}
.turns label {
  display: flex;
  align-items: center;
  gap: 5px;
  min-height: 30px;
}
.field {
  display: grid;
}
.field select {
  width: 100%;
  min-width: 0;
  min-height: 36px;
  padding: 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: var(--sheet);
  color: inherit;
  font: 16px var(--v-font-body);
}
.fold summary {
  padding: 7px 0;
  font: 600 16px var(--heading);
  cursor: pointer;
}
.fold summary .soft {
  font: 14px var(--v-font-body);
}
.trouble {
  padding: 6px 8px;
  color: var(--bite);
  font-weight: 600;
}
.list {
  background: var(--sheet);
  padding: 0 8px 12px;
}
.holds {
  display: grid;
  gap: 4px;
  padding: 10px 2px 4px;
}
.for-all {
  font-weight: 600;
}
@media (pointer: coarse) {
  .tabs > * {
    display: flex;
    align-items: center;
    min-height: 44px;
  }
  .turns label,
  .fold summary,
  .field select {
    min-height: 44px;
  }
  .fold summary {
    padding: 11px 0;
  }
}
/* What is asked is a line above the list, and the card lies below it. */
@media (max-width: 1150px) {
  .washes-place {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto minmax(0, 1fr) minmax(0, 46%);
  }
  .ask {
    flex-flow: row wrap;
    align-items: start;
    gap: 8px 20px;
    border-right: 0;
    border-bottom: 1px solid var(--line);
  }
  .field {
    min-width: 200px;
  }
  .practice {
    grid-row: 2 / -1;
    grid-column: 1;
  }
}
@media (max-width: 640px) {
  .washes-place {
    display: block;
    overflow: visible;
  }
  .ask {
    gap: 4px 20px;
  }
  .ask > .field,
  .when {
    width: 100%;
  }
}
</style>
