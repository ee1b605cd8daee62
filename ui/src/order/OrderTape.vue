<script setup lang="ts">
import StateMark from '../shared/StateMark.vue'
import type { Order } from '../wire'

/** All builds on one tape: an evening a column, a build a row, each with its strip of core. */
const props = defineProps<{ order: Order; chain: ReadonlySet<string>; busy: boolean }>()
const emit = defineEmits<{ way: [slug: string]; lend: [evening: Order['evenings'][number]] }>()
const tickets = (e: Order['evenings'][number], slug: string) => e.tickets.filter((t) => t.build === slug)
const core = (e: Order['evenings'][number], slug: string) => e.cores.find((c) => c.build === slug)
const load = (e: Order['evenings'][number]) => Math.min(100, Math.round((100 * e.busy) / Math.max(1, e.room)))
const ready = (b: Order['builds'][number]) => (props.order.better ? b.best : b.stands)
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="The tape of all builds">
    <table>
      <thead>
        <tr>
          <th scope="col" class="corner">
            <span class="soft small">Hands an evening, and whose turn it is.</span>
            <span v-if="order.better" class="soft small"><i class="key" /> moves to another day</span>
          </th>
          <th v-for="e in order.evenings" :key="e.from" scope="col" :class="{ idle: !e.tickets.length }">
            <b>{{ e.label }}</b>
            <span class="soft small">{{ e.hours }}</span>
            <span
              class="load"
              role="img"
              :aria-label="`${e.busy} of ${e.room} minutes`"
              :title="`${e.busy} of ${e.room} minutes`"
            >
              <i :style="{ width: `${load(e)}%` }" />
            </span>
            <span class="figure small">{{ e.busy }} min</span>
            <button
              type="button"
              class="link small reach"
              :aria-pressed="e.second"
              :aria-label="`${e.label}: ${e.second ? 'two of us' : 'alone'}`"
              :title="e.second ? 'Nobody comes after all' : 'Somebody comes: two can work at once'"
              :disabled="busy"
              @click="emit('lend', e)"
            >
              {{ e.second ? 'two of us' : 'alone' }}
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="b in order.builds" :key="b.slug">
          <th scope="row">
            <RouterLink :to="{ name: 'build', params: { slug: b.slug } }" class="reach"
              ><bdi>{{ b.name }}</bdi></RouterLink
            >
            <span class="small">{{ ready(b) }}</span>
            <span v-if="b.wanted" class="small"><StateMark :state="b.state" /> {{ b.wanted }}</span>
            <button v-if="b.wanted" type="button" class="link small reach" @click="emit('way', b.slug)">
              What is in the way
            </button>
          </th>
          <td v-for="e in order.evenings" :key="e.from" :class="{ idle: !e.tickets.length }">
            <div v-if="tickets(e, b.slug).length" class="cell">
              <span
                v-if="core(e, b.slug)"
                class="core"
                role="img"
                :aria-label="`${core(e, b.slug)?.zone}: ${core(e, b.slug)?.films.length} films`"
                :title="`${core(e, b.slug)?.zone}: ${core(e, b.slug)?.films.length} films`"
              >
                <i
                  v-for="(f, i) in core(e, b.slug)?.films"
                  :key="i"
                  :class="{ clear: !f }"
                  :style="f ? { background: f } : {}"
                />
              </span>
              <ol>
                <li
                  v-for="t in tickets(e, b.slug)"
                  :key="t.step + t.start"
                  :class="{ moved: t.moved && order.better, chain: chain.has(t.step) }"
                  :title="`${t.title}, ${t.when}, ${t.minutes} min`"
                >
                  <RouterLink :to="{ name: 'build', params: { slug: b.slug }, query: { step: t.step } }" class="reach">
                    <span class="visually-hidden">{{ t.title }}, </span>
                    <span class="figure">{{ t.when }}</span> {{ t.short }}
                  </RouterLink>
                  <span v-if="t.pinned" class="soft small"> pinned</span>
                  <span v-else-if="t.moved && order.better" class="visually-hidden">moves to another day</span>
                </li>
              </ol>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
  border: 1px solid var(--line);
  background: var(--sheet);
}
table {
  border-collapse: collapse;
  min-width: 100%;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 6px 8px;
  border-left: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
}
thead th {
  min-width: 124px;
  background: color-mix(in srgb, var(--lamp) 26%, var(--sheet));
  font-weight: 400;
}
thead th b {
  font: 600 16px var(--heading);
}
thead th > span,
tbody th > * {
  display: block;
}
td {
  background: color-mix(in srgb, var(--lamp) 9%, var(--sheet));
}
thead th.idle,
td.idle {
  background: var(--fold);
}
thead th.corner,
tbody th {
  position: sticky;
  left: 0;
  z-index: 1;
  min-width: 168px;
  max-width: 200px;
  border-left: 0;
  background: var(--sheet);
  font-weight: 400;
}
tbody th a {
  font: 600 16px var(--heading);
  overflow-wrap: anywhere;
}
.load {
  height: 6px;
  margin: 4px 0 2px;
  background: var(--fold);
}
.load i {
  display: block;
  height: 100%;
  background: var(--action);
}
.cell {
  display: flex;
  gap: 7px;
}
.core {
  display: flex;
  flex-direction: column-reverse;
  flex: none;
  width: 12px;
  align-self: flex-start;
  border-bottom: 3px solid var(--soft);
}
.core i {
  height: 5px;
  border-top: 1px solid var(--sheet);
}
.core .clear {
  background: repeating-linear-gradient(90deg, var(--soft) 0 1px, transparent 1px 3px);
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 14px;
}
li {
  padding-left: 5px;
  border-left: 3px solid transparent;
}
li a {
  text-decoration: none;
}
li a:hover {
  text-decoration: underline;
}
.moved {
  border-left-color: var(--action);
}
.chain {
  border-left-color: var(--bite);
  background: color-mix(in srgb, var(--bite) 12%, transparent);
}
.key {
  display: inline-block;
  width: 3px;
  height: 11px;
  margin-right: 4px;
  background: var(--action);
}
li .figure {
  font-size: 12.5px;
}
li a {
  white-space: nowrap;
}
li .small {
  margin-left: 5px;
}
@media (pointer: coarse) {
  li a {
    display: inline-block;
    min-height: 44px;
    padding: 10px 0;
  }
}
@media (max-width: 640px) {
  thead th.corner,
  tbody th {
    min-width: 112px;
    max-width: 112px;
  }
}
</style>
