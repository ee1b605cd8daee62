<script setup lang="ts">
import { computed, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import SparrowMark from '../shared/SparrowMark.vue'
import StateMark from '../shared/StateMark.vue'
import { whileTold } from '../shared/useLive'
import type { Builds, Listed } from '../wire'

const props = defineProps<{ open: boolean }>()
const router = useRouter()
const store = useBuild()
const list = ref<Builds | null>(null)
const problem = ref('')

async function read() {
  try {
    list.value = await api.builds()
    problem.value = ''
    const first = list.value.builds.find((b) => !b.away)
    if (props.open && first) await router.replace({ name: 'build', params: { slug: first.slug } })
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
    store.said = put ? `${b.name} is put away.` : `${b.name} is back.`
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

const day = (t?: string) =>
  t ? new Date(t).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' }) : ''
const state = (b: Listed) => (b.stops ? 'bite' : b.warns ? 'wait' : 'safe')
const words = (b: Listed) =>
  [
    b.stops ? `${b.stops} ${b.stops === 1 ? 'stop' : 'stops'}` : '',
    b.warns ? `${b.warns} ${b.warns === 1 ? 'warning' : 'warnings'}` : '',
  ]
    .filter(Boolean)
    .join(', ') || 'nothing stands against it'
</script>

<template>
  <main v-if="problem" class="empty">
    <SparrowMark :size="72" />
    <h1>{{ problem }}</h1>
  </main>
  <main v-else-if="list && !list.builds.length" class="empty">
    <SparrowMark :size="72" />
    <h1>No builds here yet</h1>
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
          putAway ? 'Current builds' : 'Put away'
        }}</v-btn>
        <v-btn v-if="list.demo" variant="outlined" @click="reset">Put the demo back as it was</v-btn>
        <v-btn color="primary" variant="flat" to="/new">New build</v-btn>
      </div>
    </header>
    <ul>
      <li v-for="b in shown" :key="b.slug">
        <component
          :is="b.problem ? 'a' : RouterLink"
          v-bind="
            b.problem
              ? { href: `/api/builds/${b.slug}/plan`, title: 'Save the plan file' }
              : { to: { name: 'build', params: { slug: b.slug } } }
          "
        >
          <span class="name"
            >{{ b.name }} <span v-if="b.scale" class="soft">1/{{ b.scale }}</span></span
          >
          <span v-if="b.problem" class="unread" :title="b.problem"
            ><StateMark state="bite" quiet /> its plan can't be read</span
          >
          <span v-else><StateMark :state="state(b)" quiet /> {{ words(b) }}</span>
          <span v-if="b.problem" class="soft">{{ b.problem }}</span>
          <span v-else class="soft">{{ b.next_step ? `Next: ${b.next_step}, ${day(b.next_at)}` : 'All done' }}</span>
          <span class="figure">{{ b.finish ? `ready ${day(b.finish)}` : '' }}</span>
        </component>
        <div class="actions" role="group" :aria-label="b.name">
          <v-btn size="small" title="The same route again for another model: nothing done yet" @click="again(b)"
            >Same again</v-btn
          >
          <v-btn size="small" @click="away(b, !b.away)">{{ b.away ? 'Take out' : 'Put away' }}</v-btn>
        </div>
      </li>
    </ul>
  </main>
</template>

<style scoped>
.builds {
  max-width: 1180px;
  width: 100%;
  margin: 0 auto;
  padding: 24px 20px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  margin-bottom: 12px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--line);
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
}
.actions {
  display: flex;
  gap: 6px;
}
li a {
  display: grid;
  grid-template-columns: 1.1fr 1fr 1.6fr auto;
  gap: 16px;
  align-items: center;
  min-height: 60px;
  padding: 8px 12px;
  text-decoration: none;
}
li a:hover {
  background: var(--raised);
}
.name {
  font: 600 18px var(--heading);
}
@media (max-width: 640px) {
  li,
  header {
    grid-template-columns: minmax(0, 1fr);
    display: grid;
  }
  .actions {
    flex-wrap: wrap;
  }
}
@media (max-width: 900px) {
  li a {
    grid-template-columns: 1fr auto;
  }
}
</style>
