<script setup lang="ts">
import { useMediaQuery, useStorage } from '@vueuse/core'
import {
  computed,
  defineAsyncComponent,
  nextTick,
  ref,
  toRef,
  useTemplateRef,
  watch,
  type ComponentPublicInstance,
} from 'vue'

import { useBuild } from '../build/useBuild'
import { useTrade } from '../edit/useTrade'
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
const store = useBuild()
const trade = useTrade()
watch(
  () => props.slug,
  (slug) => {
    if (store.build?.slug !== slug) void store.open(slug)
  },
  { immediate: true },
)
const small = useMediaQuery('(max-width: 640px)') // the list comes first, and the card below it
const w = useWashes(toRef(props, 'slug'))
const { last, chosen, rival, readyOf, wishes, zone, at, cloth, liquid, wanted, way, stroke } = w
const problem = computed(() => store.problem || (last.value ? '' : w.list.problem.value))
const trouble = computed(() => (last.value ? w.list.problem.value : ''))

const when = ref<'due' | 'now' | 'other'>(at.value ? 'other' : 'due')
watch(when, (how) => {
  if (how === 'due') at.value = ''
  if (how === 'now') at.value = new Date(now.value).toISOString().replace(/\.\d+/, '')
})
const card = useTemplateRef<ComponentPublicInstance>('card')
/** Where the card lies below the list a tap brings it. */
async function choose(key: string) {
  w.key.value = key
  await nextTick()
  if (small.value) (card.value?.$el as HTMLElement | undefined)?.scrollIntoView({ block: 'start' })
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
const asked = useStorage(small.value ? 'inkysparrow.washes.asked.small' : 'inkysparrow.washes.asked', !small.value)

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
        <label class="field">
          <span class="plate">Zone</span>
          <select :value="last.zone" @change="zone = ($event.target as HTMLSelectElement).value">
            <option v-for="z in last.zones" :key="z.id" :value="z.id">
              {{ z.words }}
            </option>
          </select>
        </label>
        <p class="soft small">{{ last.surface }}<br />{{ last.lines }}</p>
        <p v-for="words in last.for_all" :key="words" class="for-all small"><StateMark state="wait" /> {{ words }}</p>
        <fieldset>
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
        <button type="button" class="act more" :aria-expanded="asked" @click="asked = !asked">
          {{ asked ? 'Fewer questions' : 'Cloth, strength, wishes' }}
        </button>
        <template v-if="asked">
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
          <WishOrder :all="last.wishes" :made="last.made" :more="last.more" @order="wishes = $event" />
        </template>
        <button type="button" class="act first" @click="practise = !practise">
          {{ practise ? 'Back to the washes' : 'Practise wiping' }}
        </button>
      </aside>
      <section v-if="practise" class="practice" aria-label="Practice">
        <WipeTrainer v-if="last.job.climate" :air="last.job.climate" />
      </section>
      <template v-else>
        <section class="list" aria-label="Washes, best first" :aria-busy="w.list.busy.value">
          <p v-if="trouble" role="alert" class="trouble">{{ trouble }}</p>
          <WashTable
            :list="last"
            :chosen="chosen?.key ?? ''"
            :ready-of="readyOf"
            :strip-of="w.stripOf"
            :made="last.made.length"
            @choose="choose"
          />
          <p class="soft small foot">
            Films from the top down: a pit is what is taken, a cross is bitten at any age, an hourglass stands waiting.
            “Lines” is the contrast close up, in CIEDE2000: 1 can just be seen.
          </p>
        </section>
        <WashClose
          v-if="chosen"
          ref="card"
          :key="chosen.key"
          :wash="chosen"
          :one="w.one.value.value"
          :list="last"
          :rival="rival"
          :ready="readyOf.get(chosen.key)"
          :strip="w.stripOf(chosen.key)"
          @against="w.against.value = $event"
        />
      </template>
    </template>
    <p v-else class="soft loading" role="status">Judging the washes …</p>
  </main>
</template>

<style scoped>
.washes-place {
  display: grid;
  grid-template-columns: 218px minmax(0, 1fr) 378px;
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
  gap: 10px;
  border-right: 1px solid var(--line);
  background: var(--sheet);
}
.ask > .act {
  align-self: start;
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
.trouble {
  padding: 6px 8px;
  color: var(--bite);
  font-weight: 600;
}
.list {
  background: var(--sheet);
  padding: 0 8px 12px;
}
.foot {
  padding: 8px;
}
@media (pointer: coarse) {
  .turns label,
  .field select {
    min-height: 44px;
  }
}
@media (max-width: 1150px) {
  .washes-place {
    grid-template-columns: 210px minmax(0, 1fr);
    grid-template-rows: minmax(0, 1fr) minmax(0, 46%);
  }
  .ask {
    grid-row: 1 / -1;
  }
  .practice {
    grid-row: 1 / -1;
  }
}
@media (max-width: 640px) {
  .washes-place {
    display: block;
    overflow: visible;
  }
  .ask {
    border: 0;
  }
}
</style>
