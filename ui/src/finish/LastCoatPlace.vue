<script setup lang="ts">
import { computed, ref, toRef } from 'vue'

import { useOpened } from '../build/useOpened'
import ChoiceRow from '../builds/ChoiceRow.vue'
import MomentField from '../shared/MomentField.vue'
import SparrowMark from '../shared/SparrowMark.vue'
import StateMark from '../shared/StateMark.vue'
import { useKeys } from '../shared/useKeys'
import CoatSpraying from './CoatSpraying.vue'
import { useLastCoat } from './useLastCoat'

/** Last coats side by side for a zone: from what each does to what lies there. */
const props = defineProps<{ slug: string }>()
const store = useOpened(() => props.slug)
const l = useLastCoat(toRef(props, 'slug'))
const { last, chosen, zone, wishes, at } = l
const problem = computed(() => store.problem || (last.value ? '' : l.list.problem.value))
const every = ref(false)
const rows = computed(() => {
  const all = last.value?.coats ?? []
  return every.value ? all : all.filter((c) => c.own || c.key === chosen.value?.key)
})
const unmade = computed(() => last.value?.wishes.filter((w) => !last.value?.made.includes(w.id)) ?? [])
const wordsOf = (id: string) => last.value?.wishes.find((w) => w.id === id)?.words ?? id
const typed = computed({ get: () => at.value || null, set: (t: string | null) => (at.value = t ?? '') })
function step(n: number) {
  const i = rows.value.findIndex((x) => x.key === chosen.value?.key)
  const next = rows.value[Math.max(0, Math.min(rows.value.length - 1, i + n))]
  if (next) l.key.value = next.key
}
useKeys({
  'Ctrl+z': () => store.undo(),
  'Ctrl+y': () => store.redo(),
  '[': () => step(-1),
  ']': () => step(1),
})
function match(gloss: number) {
  const x = chosen.value?.spoon.find((one) => one.gloss === gloss)
  if (x) void store.act(x.edit)
}
const gu = (v: number) => `${Math.min(100, v)}%`
</script>

<template>
  <main class="place last-coat">
    <div v-if="problem" class="empty">
      <SparrowMark :size="72" />
      <p>{{ problem }}</p>
      <RouterLink to="/builds">To the builds</RouterLink>
    </div>
    <template v-else-if="last && store.build">
      <aside class="ask" aria-label="What is asked">
        <nav class="tabs" aria-label="Washes and last coat">
          <RouterLink :to="{ name: 'washes', params: { slug }, query: { zone: last.zone } }">Wash</RouterLink>
          <span class="here" aria-current="page">Last coat</span>
        </nav>
        <h1 class="visually-hidden">Last coat</h1>
        <div class="zones" role="radiogroup" aria-label="Zone">
          <button
            v-for="z in last.zones"
            :key="z.id"
            type="button"
            role="radio"
            class="zone"
            :aria-checked="z.id === last.zone"
            @click="zone = z.id"
          >
            <i :style="{ background: z.colour }" aria-hidden="true" />
            <span>
              <b>{{ z.name }}</b><span class="soft">{{ z.words }}</span>
            </span>
          </button>
        </div>
        <section class="wishes" aria-label="Wished for">
          <h2 class="plate">Wished for</h2>
          <button
            v-for="(id, i) in last.made"
            :key="id"
            type="button"
            class="wish made"
            @click="wishes = last.made.filter((x) => x !== id)"
          >
            <span class="figure">{{ i + 1 }}</span> {{ wordsOf(id) }} <span class="visually-hidden">, let go of it</span
            ><span aria-hidden="true">×</span>
          </button>
          <button v-for="w in unmade" :key="w.id" type="button" class="wish" @click="wishes = [...last.made, w.id]">
            <span aria-hidden="true">+</span> {{ w.words }}
          </button>
        </section>
        <section>
          <h2 class="plate">It lies on</h2>
          <p v-for="x in last.lies_on" :key="x" class="soft small">{{ x }}</p>
          <p v-if="!last.lies_on.length" class="soft small">bare plastic</p>
        </section>
        <details class="when">
          <summary>
            At <span class="figure">{{ last.clock }}</span>
          </summary>
          <MomentField v-model="typed" label="Moment" :timezone="store.build.timezone" :build="slug" />
        </details>
      </aside>
      <section class="list" aria-label="Last coats, best first" :aria-busy="l.list.busy.value">
        <p v-if="l.list.problem.value" role="alert" class="trouble">{{ l.list.problem.value }}</p>
        <table>
          <thead>
            <tr>
              <th scope="col" class="strip">before, after</th>
              <th scope="col">Last coat</th>
              <th scope="col" class="gloss">Gloss</th>
              <th v-if="last.dusty" scope="col">Dust kept</th>
              <th scope="col">{{ last.air }}<br /><span class="soft">ready</span></th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="c in rows"
              :key="c.key"
              :class="{ here: c.key === chosen?.key, out: c.ruled_out }"
              @click="l.key.value = c.key"
            >
              <td class="strip"><img :src="l.stripOf(c.key)" width="142" height="46" alt="" loading="lazy" /></td>
              <th scope="row" class="name">
                <button type="button" :aria-pressed="c.key === chosen?.key" @click.stop="l.key.value = c.key">
                  {{ c.name }}
                </button>
                <span class="soft">{{ c.how }}</span>
              </th>
              <td class="gloss">
                <div class="rail" aria-hidden="true">
                  <i class="was" :style="{ left: gu(last.gloss) }" /><i
                    class="run"
                    :style="{ left: gu(Math.min(last.gloss, c.gloss)), width: gu(Math.abs(last.gloss - c.gloss)) }"
                  /><i class="is" :style="{ left: gu(c.gloss) }" />
                </div>
                <span class="figure">{{ c.gloss }} GU</span>
              </td>
              <td v-if="last.dusty" class="figure">{{ Math.round(100 * c.kept) }} %</td>
              <td class="verdict">
                <StateMark :state="c.state" /> {{ c.verdict }}<br /><span class="figure">{{ c.ready }}</span>
              </td>
            </tr>
            <tr class="none">
              <td class="strip" />
              <th scope="row" class="name"><b>Nothing</b><span class="soft">leave it so</span></th>
              <td class="gloss">
                <div class="rail" aria-hidden="true"><i class="was" :style="{ left: gu(last.gloss) }" /></div>
                <span class="figure">{{ last.gloss }} GU</span>
              </td>
              <td :colspan="last.dusty ? 2 : 1" class="soft small">{{ last.none }}</td>
            </tr>
          </tbody>
        </table>
        <button type="button" class="act" @click="every = !every">
          {{ every ? 'Only what is at hand' : 'Show one of each kind of clear too' }}
        </button>
        <section class="schools" aria-label="Schools">
          <h2 class="plate">Schools, and what each costs here</h2>
          <dl>
            <template v-for="s in last.schools" :key="s.words">
              <dt>
                <button v-if="s.key" type="button" class="link" @click="l.key.value = s.key">
                  {{ s.words }}</button><template v-else>{{ s.words }}</template>
              </dt>
              <dd>{{ s.costs }}</dd>
            </template>
          </dl>
        </section>
        <details class="leave">
          <summary>Before it leaves the bench</summary>
          <ul>
            <li v-for="x in last.leave" :key="x.words">
              <RouterLink v-if="x.step" :to="{ name: 'build', params: { slug }, query: { step: x.step } }">{{
                x.words
              }}</RouterLink>
              <template v-else>{{ x.words }}</template>
              <span v-if="x.when" class="figure soft">{{ x.when }}</span>
            </li>
          </ul>
        </details>
      </section>
      <section v-if="chosen" class="close" :aria-label="`${chosen.name}, ${chosen.how}`">
        <header>
          <h2>{{ chosen.name }}, {{ chosen.how }}</h2>
          <p class="soft figure">{{ chosen.takes }}</p>
        </header>
        <p v-if="chosen.ruled_out" class="trouble">{{ chosen.ruled_out }}.</p>
        <CoatSpraying v-if="l.spray.value.value" v-model="l.dials.value" :spray="l.spray.value.value" />
        <section>
          <h3 class="plate">What it does here</h3>
          <ul>
            <li v-for="x in chosen.does" :key="x">{{ x }}</li>
          </ul>
        </section>
        <section v-if="chosen.ends.length" class="door">
          <h3 class="plate">The door: once it lies there, no more</h3>
          <ul>
            <li v-for="x in chosen.ends" :key="x">{{ x }}</li>
          </ul>
          <p class="small">
            <RouterLink :to="{ name: 'look', params: { slug }, query: { zone: last.zone } }">Look once more</RouterLink>
            before you close it.
          </p>
        </section>
        <details v-if="chosen.spoon.length" class="leave">
          <summary>Try it on a spoon</summary>
          <p class="small">
            {{ chosen.spooned }} on a glossy spoon, dry, the same lamp: which of these does it match? It is kept with
            the bottle.
          </p>
          <p class="spoons" aria-hidden="true">
            <i v-for="x in chosen.spoon" :key="x.gloss" :style="{ '--shine': `${x.gloss}%` }" />
          </p>
          <ChoiceRow
            label="What the spoon matches"
            :choices="chosen.spoon.map((x) => ({ id: x.gloss, words: `${x.gloss} GU, ${x.words}` }))"
            :chosen="chosen.spoon.find((x) => x.is)?.gloss"
            @choose="match"
          />
        </details>
        <p class="small"><b>Still to be had on it:</b> {{ chosen.next || 'nothing' }}.</p>
        <p class="soft small">{{ l.ready.value.value?.words }} {{ chosen.before }}</p>
        <p v-if="chosen.caution" class="soft small">{{ chosen.caution }}</p>
        <button type="button" class="act first take" @click="l.take()">
          {{ last.step ? 'Take it' : 'Put it into the route' }}<span class="figure">{{ chosen.ready }}</span>
        </button>
      </section>
    </template>
    <p v-else class="soft loading" role="status">Judging the last coats …</p>
  </main>
</template>

<style scoped>
.last-coat {
  display: grid;
  grid-template-columns: 196px minmax(0, 1fr) 340px;
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
.close {
  min-height: 0;
  overflow: auto;
  padding: 12px;
}
.ask {
  display: flex;
  flex-direction: column;
  gap: 14px;
  border-right: 1px solid var(--line);
  background: var(--sheet);
}
.list {
  background: var(--sheet);
}
.close {
  display: grid;
  gap: 12px;
  align-content: start;
  padding-bottom: 0;
  border-left: 1px solid var(--line);
  background: var(--sheet);
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
.zones {
  display: grid;
  margin: 0 -12px;
}
.zone {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  padding: 6px 12px;
  border: 0;
  border-left: 4px solid transparent;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.zone[aria-checked='true'] {
  border-left-color: var(--ink);
  background: rgb(var(--v-theme-surface));
}
.zone i {
  flex: none;
  width: 28px;
  height: 22px;
  border: 1px solid var(--line);
}
.zone b,
.zone .soft {
  display: block;
}
.wish {
  display: flex;
  gap: 8px;
  width: 100%;
  min-height: 32px;
  align-items: center;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: 16px var(--v-font-body);
  text-align: left;
  cursor: pointer;
}
.wish.made {
  padding-left: 6px;
  background: var(--lamp);
  color: var(--on-lamp);
  font-weight: 600;
}
.wish.made span:last-child {
  margin-left: auto;
  padding-right: 8px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  font: 600 15px var(--heading);
  text-align: left;
}
thead th {
  padding: 4px 8px 6px 0;
  vertical-align: bottom;
}
tbody td,
tbody th {
  padding: 7px 8px 7px 0;
  border-top: 1px solid var(--line);
}
tbody tr:not(.none) {
  cursor: pointer;
}
tr.here {
  box-shadow: inset 4px 0 var(--ink);
}
tr.here td:first-child,
tr.here th:first-child {
  padding-left: 8px;
}
tr.out .name,
tr.out .gloss {
  opacity: 0.75;
}
.strip {
  width: 150px;
}
.strip img {
  display: block;
}
.name button {
  display: block;
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.name .soft {
  display: block;
  font: 15px var(--v-font-body);
}
td.gloss {
  width: 30%;
  white-space: nowrap;
}
td.gloss > .figure {
  margin-left: 12px;
}
.rail {
  position: relative;
  display: inline-block;
  width: calc(100% - 76px);
  height: 16px;
  border-bottom: 1px solid var(--line);
}
.rail i {
  position: absolute;
  bottom: -4px;
}
.rail .was {
  width: 7px;
  height: 7px;
  margin-left: -3px;
  border: 1px solid var(--ink);
  border-radius: 50%;
}
.rail .run {
  bottom: -1px;
  height: 2px;
  background: var(--ink);
}
.rail .is {
  width: 9px;
  height: 14px;
  margin-left: -4px;
  background: var(--ink);
}
.verdict {
  white-space: nowrap;
}
.schools dl {
  display: grid;
  grid-template-columns: minmax(9em, auto) 1fr;
  gap: 4px 14px;
  margin: 6px 0 0;
}
.schools,
.list > .act {
  margin-top: 14px;
}
.schools dd {
  margin: 0;
}
.leave {
  margin-top: 14px;
}
.leave summary {
  min-height: 36px;
  font: 600 16px var(--heading);
  cursor: pointer;
}
.leave ul {
  margin: 4px 0 0;
  padding-left: 18px;
}
.leave .figure {
  margin-left: 8px;
}
.spoons {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 6px;
}
.spoons i {
  display: block;
  height: 28px;
  background: linear-gradient(
    100deg,
    #4a5056 30%,
    color-mix(in srgb, #fff var(--shine), #5a6066) 46%,
    #4a5056 calc(90% - var(--shine) / 3)
  );
}
.close h2 {
  font-size: 18px;
}
.close ul {
  margin: 4px 0 0;
  padding-left: 18px;
}
.door {
  padding: 8px 10px;
  border-left: 4px solid var(--wait);
}
.trouble {
  color: var(--bite);
  font-weight: 600;
}
.take {
  position: sticky;
  bottom: 0;
  display: flex;
  align-items: center;
  justify-content: space-between;
  min-height: 44px;
}
@media (pointer: coarse) {
  .tabs > *,
  .name button,
  .leave summary,
  .schools .link {
    min-height: 44px;
  }
  .tabs > * {
    display: flex;
    align-items: center;
  }
  .wish {
    min-height: 44px;
  }
}
@media (max-width: 1150px) {
  .last-coat {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto minmax(0, 1fr) minmax(0, 44%);
  }
  .ask {
    flex-flow: row wrap;
    align-items: start;
    gap: 8px 24px;
    max-height: 34vh;
    border-right: 0;
    border-bottom: 1px solid var(--line);
  }
  .zones {
    grid-auto-flow: column;
    grid-template-rows: repeat(3, auto);
    margin: 0;
  }
  .wishes {
    display: flex;
    flex-wrap: wrap;
    gap: 0 14px;
    max-width: 340px;
  }
  .wishes h2 {
    width: 100%;
  }
  .wish {
    width: auto;
  }
  .close {
    border-top: 1px solid var(--line);
    border-left: 0;
  }
}
@media (max-width: 640px) {
  .last-coat {
    display: block;
    overflow: visible;
  }
  .ask {
    max-height: none;
  }
  .strip {
    display: none;
  }
  td.gloss {
    width: 34%;
  }
  tr.here .name {
    padding-left: 10px;
  }
}
</style>
