<script setup lang="ts">
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRoute } from 'vue-router'

import { useBuild } from '../build/useBuild'
import StateMark from '../shared/StateMark.vue'
import type { AwayCost, InWay, MissedEvenings } from '../wire'
import OrderTape from './OrderTape.vue'
import { useOrder } from './useOrder'

/** All builds of the bench: the best order of evenings, what is in its way, and what an evening is worth. */
const route = useRoute()
const store = useBuild()
const o = useOrder()
const { aims, order, problem, looking, busy, undoes } = o
void o.read(true)
const moves = computed(() => order.value?.builds.reduce((n, b) => n + b.moves.length, 0) ?? 0)
const late = computed(() => order.value?.builds.filter((b) => b.state === 'bite') ?? [])

// What is in the way of a build's date: the chain at once, the ways out once they are tried.
const way = shallowRef<InWay | null>(null)
const wayOf = ref('')
const wayPanel = useTemplateRef('wayPanel')
async function inWay(slug: string) {
  wayOf.value = slug
  way.value = null
  try {
    const chain = await o.inWay(slug, false)
    if (wayOf.value !== slug) return
    way.value = chain
    await nextTick()
    wayPanel.value?.scrollIntoView({ block: 'nearest' })
    wayPanel.value?.focus({ preventScroll: true })
    const tried = await o.inWay(slug, true)
    if (wayOf.value === slug) way.value = tried
  } catch (e) {
    if (wayOf.value === slug) wayOf.value = ''
    store.tell(e)
  }
}
watch(
  () => [order.value !== null, String(route.query.way ?? '')] as const,
  ([there, slug]) => there && slug && !wayOf.value && void inWay(slug),
  { immediate: true },
)
const chain = computed(() => new Set(way.value?.chain.map((l) => l.step) ?? []))
async function takeWay(w: InWay['ways'][number]) {
  const slug = wayOf.value
  await o.takeWay(slug, w)
  void inWay(slug)
}

// What missing an evening costs.
const missed = shallowRef<MissedEvenings | null>(null)
const asking = ref(false)
async function miss() {
  asking.value = true
  try {
    missed.value = await o.missed()
  } catch (e) {
    store.tell(e)
  } finally {
    asking.value = false
  }
}
watch(
  () => order.value?.builds.map((b) => b.revision).join(),
  () => (missed.value = null),
)

// Some days away.
const from = ref('')
const days = ref(7)
const cost = shallowRef<AwayCost | null>(null)
watch(order, (is) => {
  if (is && !from.value) from.value = is.now.slice(0, 10)
})
const sound = computed(() => /^\d{4}-\d\d-\d\d$/.test(from.value) && days.value >= 1 && days.value <= 60)
watch([from, days], () => (cost.value = null))
async function ask() {
  try {
    cost.value = await o.away(from.value, days.value)
  } catch (e) {
    store.tell(e)
  }
}
const shut = (date: string, n = 1) => o.beAway(date, n)
</script>

<template>
  <section v-if="problem" class="board">
    <h2>All builds, evening by evening</h2>
    <p class="row"><StateMark state="bite" /> {{ problem }}</p>
  </section>
  <section v-else-if="order && order.evenings.length" class="board" aria-label="All builds, evening by evening">
    <div class="says">
      <div class="first">
        <h2>{{ order.better ? 'A better order' : 'All builds, evening by evening' }}</h2>
        <ul v-if="order.better && order.gains.length">
          <li v-for="g in order.gains" :key="g">{{ g }}</li>
          <li v-for="c in order.costs" :key="c" class="soft">{{ c }}</li>
        </ul>
        <p v-else-if="order.taken">
          {{
            order.kept
              ? 'The order you took stays: what was found is better in little only.'
              : 'Your builds stand in the best order that was found.'
          }}
        </p>
        <p v-else>Your builds stand as well as in any order that was found.</p>
        <p class="soft small">{{ order.proof }} What is done, pinned or under way stays where it is.</p>
      </div>
      <div class="actions">
        <label class="small"
          >What counts first
          <select
            class="aims"
            :value="order.aims"
            @change="aims = ($event.target as HTMLSelectElement).value"
            @keydown.stop
          >
            <option v-for="a in order.choices" :key="a.aims" :value="a.aims">{{ a.title }}</option>
          </select>
        </label>
        <v-btn v-if="order.better" color="primary" variant="flat" :disabled="busy" @click="o.take"
          >Take this order</v-btn
        >
        <v-btn v-if="undoes" variant="outlined" :disabled="busy" @click="o.undo">Take it back</v-btn>
        <button v-if="order.taken && !undoes" type="button" class="act" :disabled="busy" @click="o.letGo">
          Let go of the order
        </button>
        <span v-if="order.better" class="soft small">{{ moves }} {{ moves === 1 ? 'step moves' : 'steps move' }}</span>
        <span v-if="looking" class="soft small" role="status">
          Looking for a better one <button type="button" class="link reach" @click="o.enough">Enough</button>
        </span>
      </div>
    </div>
    <details v-if="order.better && moves" class="moves">
      <summary>Which steps move, and why</summary>
      <div v-for="b in order.builds.filter((x) => x.moves.length)" :key="b.slug">
        <h4>
          <bdi>{{ b.name }}</bdi>
        </h4>
        <ul>
          <li v-for="m in b.moves" :key="m.step" class="small">
            {{ m.title }}: <span class="figure">{{ m.from }}</span> to <span class="figure">{{ m.to }}</span>,
            {{ m.why }}
          </li>
        </ul>
      </div>
    </details>
    <details v-if="order.clashes.length" class="clashes">
      <summary>As they stand, two builds want your hands at once</summary>
      <p v-for="c in order.clashes" :key="c" class="small">{{ c }}</p>
    </details>

    <OrderTape :order="order" :chain="chain" :busy="busy" @way="inWay" @lend="o.lend" />

    <section v-if="wayOf" ref="wayPanel" class="panel" tabindex="-1" aria-label="What is in the way">
      <header>
        <h3>
          What is in the way of <bdi>{{ way?.name ?? '' }}</bdi>
        </h3>
        <button type="button" class="act" @click="wayOf = ''">Close</button>
      </header>
      <p v-if="!way" class="soft">Reading the chain</p>
      <template v-else>
        <p>{{ way.words }}</p>
        <div class="two">
          <div>
            <h4>The chain that holds it</h4>
            <ol>
              <li v-for="l in way.chain" :key="l.step" :class="l.holds">
                <b>{{ l.when }}</b> {{ l.title }}
                <span v-if="l.wait" class="figure small">after {{ l.wait }}</span>
                <span class="soft small">{{ l.words }}</span>
              </li>
            </ol>
          </div>
          <div>
            <h4>What would free it</h4>
            <p v-if="!way.tried" class="soft" role="status">Trying what may help, each in the best order then</p>
            <p v-else-if="!way.ways.length" class="soft">
              Nothing that was tried has it ready sooner: another evening, somebody to help, a seal, warmth, another
              family, another school, an effect less.
            </p>
            <ul v-else>
              <li v-for="w in way.ways" :key="w.id">
                <b>{{ w.words }}</b>: {{ w.gain }}<template v-if="w.enough">, and the date is kept</template>.
                <span class="soft small">Price: {{ w.price }}. {{ w.risk }}</span>
                <button type="button" class="act" :disabled="busy" @click="takeWay(w)">Do it</button>
              </li>
            </ul>
          </div>
        </div>
      </template>
    </section>
    <p v-else-if="late.length" class="row">
      <StateMark state="bite" /> No order that was found keeps the date of
      <template v-for="(b, i) in late" :key="b.slug"
        >{{ i ? ', ' : '' }}<button type="button" class="link reach" @click="inWay(b.slug)">{{ b.name }}</button>
      </template>
    </p>

    <div class="three">
      <section class="panel" aria-label="Missing an evening">
        <header>
          <h3>What if I miss an evening?</h3>
          <button v-if="!missed" type="button" class="act" :disabled="asking" @click="miss">
            {{ asking ? 'Working it out' : 'Work it out' }}
          </button>
        </header>
        <template v-if="missed">
          <p>{{ missed.words }}</p>
          <ul class="evenings">
            <li v-for="e in missed.evenings" :key="e.from" :class="{ most: e.most }">
              <b>{{ e.label }}</b>
              <span class="weight" aria-hidden="true"><i :style="{ width: `${100 * e.weight}%` }" /></span>
              <span class="small">{{ e.words }}</span>
              <button
                type="button"
                class="act"
                :aria-label="`Not there on ${e.label}`"
                :disabled="busy"
                @click="shut(e.date)"
              >
                Not there
              </button>
            </li>
          </ul>
        </template>
      </section>
      <section class="panel" aria-label="A week away">
        <header><h3>A week away, or ill</h3></header>
        <div class="away">
          <label>From <input v-model="from" type="date" @keydown.stop /></label>
          <label>Days <input v-model.number="days" type="number" min="1" max="60" @keydown.stop /></label>
          <button type="button" class="act" :disabled="!sound" @click="ask">What it costs</button>
          <button type="button" class="act" :disabled="!sound || busy" @click="shut(from, days)">Be away</button>
        </div>
        <template v-if="cost">
          <p>{{ cost.words }}</p>
          <p v-for="l in cost.lines" :key="l" class="small">{{ l }}</p>
        </template>
      </section>
      <section class="panel" aria-label="To buy">
        <header><h3>To buy</h3></header>
        <p v-if="!order.buy.length" class="soft">The shelf has enough of all whose stock it knows.</p>
        <ul v-else>
          <li v-for="b in order.buy" :key="b.name">
            <b>{{ b.name }}</b> {{ b.by }}
            <span class="soft small">{{ b.ml }} ml wanted, {{ b.have }} there; first for {{ b.for }}</span>
          </li>
        </ul>
      </section>
    </div>
  </section>
</template>

<style scoped>
.board {
  display: grid;
  gap: 12px;
  margin-bottom: 20px;
}
.says {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  justify-content: space-between;
  align-items: flex-start;
}
.first {
  flex: 1 1 320px;
  display: grid;
  gap: 4px;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
ul,
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
.says ul {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
.says li::before {
  content: '';
  display: inline-block;
  width: 8px;
  height: 8px;
  margin-right: 7px;
  background: var(--safe);
}
.says li.soft::before {
  background: var(--wait);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}
.panel {
  padding: 10px 14px 14px;
  background: var(--sheet);
  border-top: 1px solid var(--line);
}
.aims {
  min-height: 36px;
  padding: 4px;
  color: var(--ink);
  background: var(--sheet);
  border: 0;
  border-bottom: 1px solid var(--ink);
  font: inherit;
}
.panel:focus-visible {
  outline: none;
}
.panel header {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  min-height: 36px;
}
h3 {
  font-size: 17px;
}
h4 {
  font: 600 15px var(--heading);
  margin: 6px 0 4px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 8px 28px;
}
.two ol li {
  padding: 3px 0 3px 10px;
  border-left: 4px solid var(--line);
}
.two ol li.film {
  border-left-color: var(--wait);
}
.two ol li.evening {
  border-left-color: var(--note);
}
.two ol li.hands {
  border-left-color: var(--action);
}
.two li > span.small {
  display: block;
}
.two ol li > .figure {
  display: inline;
}
.two ul li {
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
.three {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 12px;
  align-items: start;
}
.evenings li {
  display: grid;
  grid-template-columns: 60px 60px minmax(0, 1fr) auto;
  gap: 4px 10px;
  align-items: center;
  padding: 3px 0;
}
.weight {
  height: 8px;
  background: var(--fold);
}
.weight i {
  display: block;
  height: 100%;
  background: var(--wait);
}
.most b {
  text-decoration: underline 2px var(--wait);
}
.away {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  margin: 6px 0;
}
.away label {
  display: grid;
  gap: 2px;
  font-size: 14px;
}
.away input {
  padding: 6px 4px;
  min-height: 36px;
  color: var(--ink);
  background: transparent;
  border: 0;
  border-bottom: 1px solid var(--ink);
  font: inherit;
}
.away input[type='number'] {
  width: 72px;
}
.panel ul li > span.small {
  display: block;
}
@media (pointer: coarse) {
  .aims,
  .away input {
    min-height: 44px;
  }
}
@media (max-width: 900px) {
  .two,
  .three {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 640px) {
  .evenings li {
    grid-template-columns: 60px minmax(0, 1fr) auto;
  }
  .evenings .weight {
    display: none;
  }
}
</style>
