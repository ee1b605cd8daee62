<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import SparrowMark from '../shared/SparrowMark.vue'
import StateMark from '../shared/StateMark.vue'
import { whileTold } from '../shared/useLive'
import type { Builds, Listed } from '../wire'
import BuildCard from './BuildCard.vue'
import { say } from '../shared/say'

const OrderBoard = defineAsyncComponent(() => import('../order/OrderBoard.vue'))

const props = defineProps<{ open: boolean }>()
const router = useRouter()
const store = useBuild()
const list = ref<Builds | null>(null) // what hangs on the time of day comes with the cards
const problem = ref('')

async function read() {
  try {
    list.value = await api.builds(props.open)
    problem.value = ''
    const first = list.value.builds.find((b) => !b.away)
    if (props.open && list.value.bench) await router.replace({ name: 'bench' })
    else if (props.open && first) await router.replace({ name: 'build', params: { slug: first.slug } })
  } catch (e) {
    problem.value = e instanceof Refusal ? e.message : String(e)
  }
}
void read()
whileTold((e) => {
  if (e.what === 'builds' || e.what === 'everything' || (e.what === 'hello' && problem.value)) void read()
})

async function away(b: Listed, put: boolean) {
  try {
    list.value = await api.away(b.slug, put)
    store.said = put ? `${b.name} is set aside.` : `${b.name} is back.`
  } catch (e) {
    store.tell(e)
  }
}

async function again(b: Listed) {
  try {
    const made = await api.make({ from: b.slug })
    await router.push({ name: 'build', params: { slug: made.slug } })
  } catch (e) {
    store.tell(e)
  }
}

const putAway = ref(false)
const shown = computed(() => list.value?.builds.filter((b) => b.away === putAway.value) ?? [])
const anyAway = computed(() => list.value?.builds.some((b) => b.away) ?? false)

async function reset() {
  try {
    list.value = await api.reset()
    store.build = null
    store.said = 'The demo is as it was.'
  } catch (e) {
    store.tell(e)
  }
}

const state = (b: Listed) => (b.finished ? 'safe' : b.stops ? 'bite' : b.warns ? 'wait' : 'safe')
const words = (b: Listed) =>
  b.finished
    ? `finished ${say(b.finished, 'dated')}`
    : [
        b.stops ? `${b.stops} ${b.stops === 1 ? 'stop' : 'stops'}` : '',
        b.warns ? `${b.warns} ${b.warns === 1 ? 'warning' : 'warnings'}` : '',
      ]
        .filter(Boolean)
        .join(', ') || 'nothing to worry about'

// The demo has a clock of its own, which can be put on.
const hour = 3_600_000
const later = [
  { words: 'an hour on', by: hour },
  { words: 'tomorrow', by: 24 * hour },
  { words: 'a week on', by: 7 * 24 * hour },
]
const clock = computed(() => (list.value ? say(list.value.now, 'full', 'Europe/London') : ''))
const turns = ref(0)
const faster = ref(1)
/** An evening goes by in minutes when the demo's clock runs sixty times as fast. */
async function run() {
  try {
    faster.value = faster.value === 1 ? 60 : 1
    list.value = await api.runClock(faster.value)
  } catch (e) {
    store.tell(e)
  }
}
async function put(by: number) {
  try {
    const at = Date.parse(list.value?.now ?? '') + by
    list.value = await api.setClock(new Date(at).toISOString().replace('.000Z', 'Z'))
    turns.value++
  } catch (e) {
    store.tell(e)
  }
}
</script>

<template>
  <main v-if="problem" class="empty">
    <SparrowMark :size="72" />
    <h1>{{ problem }}</h1>
  </main>
  <main v-else-if="list && !list.builds.length" class="empty">
    <SparrowMark :size="72" />
    <h1>No builds here yet</h1>
    <p>
      Inky Sparrow knows every film on a model, how hard each is by any evening, and what the next wash, oil or clear
      would do to it.
    </p>
    <p class="soft">
      A few answers make a route over your evenings; or look around in the demo first: <code>make demo</code>.
    </p>
    <v-btn color="primary" variant="flat" to="/new">Begin a build</v-btn>
  </main>
  <main v-else-if="list && !open" class="builds">
    <header>
      <h1>Builds</h1>
      <div class="actions">
        <v-btn v-if="anyAway || putAway" @click="putAway = !putAway">{{
          putAway ? 'Show the current builds' : 'Show those set aside'
        }}</v-btn>
        <v-btn v-if="list.demo" variant="outlined" @click="reset">Put the demo back as it was</v-btn>
        <v-btn color="primary" variant="flat" to="/new">New build</v-btn>
      </div>
    </header>
    <p v-if="list.demo" class="clock">
      <span
        >The demo's clock: <b class="figure">{{ clock }}</b></span
      >
      <button v-for="l in later" :key="l.words" type="button" class="act" @click="put(l.by)">{{ l.words }}</button>
      <button type="button" class="act" :aria-pressed="faster > 1" @click="run">a minute a second</button>
    </p>
    <OrderBoard v-if="!putAway" :key="turns" />
    <ul>
      <li v-for="b in shown" :key="`${b.slug} ${turns}`">
        <div class="head">
          <h2>
            <component
              :is="b.problem ? 'a' : RouterLink"
              class="name reach"
              v-bind="
                b.problem
                  ? { href: `/api/builds/${b.slug}/plan`, title: 'Save the plan file' }
                  : { to: { name: 'build', params: { slug: b.slug } } }
              "
            >
              <bdi>{{ b.name }}</bdi> <span v-if="b.scale" class="soft">1/{{ b.scale }}</span>
            </component>
          </h2>
          <span v-if="b.problem" class="unread"><StateMark state="bite" quiet /> its plan can't be read</span>
          <span v-else><StateMark :state="state(b)" quiet /> {{ words(b) }}</span>
          <div class="actions" role="group" :aria-label="b.name">
            <button
              type="button"
              class="act"
              title="The same route again for another model: nothing done yet"
              @click="again(b)"
            >
              Same again
            </button>
            <button type="button" class="act" @click="away(b, !b.away)">
              {{ b.away ? 'Back to the list' : 'Set aside' }}
            </button>
          </div>
        </div>
        <p v-if="b.problem" class="soft">{{ b.problem }}</p>
        <BuildCard
          v-else
          :slug="b.slug"
          :name="b.name"
          @read="(c) => Object.assign(b, { stops: c.stops, warns: c.warns })"
        />
      </li>
    </ul>
  </main>
</template>

<style scoped>
.builds {
  max-width: 1240px;
  width: 100%;
  margin: 0 auto;
  padding: 16px 20px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  justify-content: space-between;
  align-items: center;
  margin-bottom: 8px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 10px 14px 14px;
  background: var(--sheet);
  border-top: 1px solid var(--line);
  box-shadow: inset 0 1px 0 var(--lip);
}
.head,
.clock {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  align-items: baseline;
  margin-bottom: 8px;
}
.clock {
  padding: 0 14px;
  border-left: 5px solid var(--lamp);
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.head .actions {
  margin-left: auto;
}
.name {
  font: 600 20px var(--heading);
  overflow-wrap: anywhere;
}
</style>
