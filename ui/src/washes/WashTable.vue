<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Wash, WashDate, Washes } from '../wire'
import BiteCell from './BiteCell.vue'

/** Every wash in its rank: what it does to each film, how it runs, reads and comes off, and when the build would be ready. */
const props = defineProps<{
  list: Washes
  chosen: string
  readyOf: ReadonlyMap<string, WashDate>
  stripOf: (key: string) => string
  made: number // wishes that were made
}>()
const emit = defineEmits<{ choose: [key: string] }>()
const first = 80 // rows that are drawn at once; the others when they are asked for
const all = ref(false)
const shown = computed(() => (all.value ? props.list.washes : props.list.washes.slice(0, first)))

const facts = (w: Wash) => [
  w.family,
  w.smell,
  `${w.wiped ? 'wiped' : 'dry'} after ${w.dries}`,
  `${w.cost === 'nothing' ? 'costs nothing' : `costs ${w.cost}`}`,
]
</script>

<template>
  <table class="washes">
    <caption class="visually-hidden">
      Washes for
      {{
        list.zones.find((z) => z.id === list.zone)?.words
      }}, best first
    </caption>
    <thead>
      <tr>
        <th scope="col"><span class="visually-hidden">Rank</span></th>
        <th scope="col" class="strip">before · after</th>
        <th scope="col" class="name">Wash</th>
        <th v-for="(f, i) in list.films" :key="i" scope="col" class="film">
          <span :title="`${f.name}, ${f.words}`">{{ f.name }}</span>
        </th>
        <th scope="col" class="num">runs</th>
        <th scope="col" class="num">leaves</th>
        <th scope="col" class="num">lines</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="w in shown"
        :key="w.key"
        :class="{ out: w.ruled_out, here: w.key === chosen }"
        @click="emit('choose', w.key)"
      >
        <td class="rank figure">{{ w.rank }}</td>
        <td class="strip">
          <img :src="stripOf(w.key)" alt="" width="97" height="24" loading="lazy" />
        </td>
        <th scope="row" class="name">
          <button type="button" :aria-pressed="w.key === chosen" @click.stop="emit('choose', w.key)">
            <span class="swatch" :style="{ background: w.dry }" />{{ w.name }}
          </button>
          <span v-if="w.recipe" class="soft small">{{ w.recipe }}</span>
          <span v-if="w.ruled_out && !w.of_all" class="why small">{{ w.ruled_out }}</span>
          <span v-else-if="made" class="bands small">
            {{
              w.bands
                .slice(0, made)
                .map((b) => b.words)
                .join(' · ')
            }}
          </span>
          <span v-else class="soft small">{{ facts(w).join(' · ') }}</span>
          <span v-if="readyOf.get(w.key)?.later" class="later small">build ready {{ readyOf.get(w.key)?.words }}</span>
        </th>
        <td v-for="(c, i) in w.cells" :key="i" class="film">
          <BiteCell :cell="c" :name="list.films[i]?.name ?? ''" />
        </td>
        <td class="num figure" :title="w.run_words">{{ w.run_mm.toFixed(0) }}<small> mm</small></td>
        <td class="num figure">{{ w.left_pct.toFixed(w.left_pct < 10 ? 1 : 0) }}<small> %</small></td>
        <td class="num figure" :title="`${w.arm_de} at arm's length`">
          <i class="line" :style="{ background: w.ground, '--c': w.line }" />{{ w.line_de.toFixed(0) }}
        </td>
      </tr>
    </tbody>
  </table>
  <button v-if="shown.length < list.washes.length" type="button" class="act" @click="all = true">
    Show the other {{ list.washes.length - shown.length }}
  </button>
</template>

<style scoped>
.washes {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
thead th {
  position: sticky;
  top: 0;
  z-index: 1;
  padding: 4px;
  background: var(--sheet);
  color: var(--soft);
  font: 600 13px var(--v-font-body);
  text-align: left;
  vertical-align: bottom;
}
tbody tr {
  border-top: 1px solid var(--line);
  box-shadow: inset 0 1px 0 var(--lip);
  cursor: pointer;
}
tbody tr:hover {
  background: var(--raised);
}
tbody tr.here {
  background: var(--raised);
  box-shadow: inset 4px 0 0 var(--ink);
}
td,
tbody th {
  padding: 4px;
  text-align: left;
  font-weight: 400;
  vertical-align: middle;
}
.rank {
  padding-left: 10px;
  font-size: 16px;
}
.strip img {
  display: block;
  width: 97px;
  height: 24px;
}
.out button {
  color: var(--soft);
}
.out .strip img {
  opacity: 0.45;
}
.name button {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 26px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  font: 600 16px var(--heading);
  text-align: left;
  cursor: pointer;
}
.name > span {
  display: block;
}
.swatch {
  flex: none;
  width: 14px;
  height: 14px;
  border: 1px solid var(--line);
}
.why {
  color: var(--wait);
}
.bands {
  color: var(--note);
}
thead .film span {
  display: block;
  max-height: 92px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  font-weight: 400;
}
.film {
  width: 21px;
  padding: 2px 0;
}
.num {
  text-align: right;
  white-space: nowrap;
}
thead .num {
  text-align: right;
}
.num small {
  color: var(--soft);
}
.line {
  position: relative;
  display: inline-block;
  width: 22px;
  height: 14px;
  margin-right: 5px;
  vertical-align: -2px;
}
.line::after {
  content: '';
  position: absolute;
  inset: 6px 0;
  background: var(--c);
}
.later {
  color: var(--wait);
}
@media (max-width: 900px) {
  .strip {
    display: none;
  }
}
@media (max-width: 560px) {
  .film {
    display: none;
  }
}
</style>
