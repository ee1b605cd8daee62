<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Wash, WashDate, Washes } from '../wire'
import StateMark from '../shared/StateMark.vue'
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

const close = (w: Wash) => `${w.line_de.toFixed(0)} close up, ${w.arm_de.toFixed(0)} at arm's length, in CIEDE2000`
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
      <tr class="over">
        <td colspan="3" />
        <th :colspan="list.films.length" scope="colgroup" class="films">Films, the top one first</th>
        <td colspan="3" />
      </tr>
      <tr>
        <th scope="col"><span class="visually-hidden">Rank</span></th>
        <th scope="col" class="strip">before, after</th>
        <th scope="col" class="name">Wash</th>
        <th v-for="(f, i) in list.films" :key="i" scope="col" class="film">
          <span :title="`${f.name}, ${f.words}`">{{ f.name }}</span>
        </th>
        <th scope="col" class="num">wiped<br />after</th>
        <th scope="col" class="num">build<br />ready</th>
        <th scope="col" class="num">lines at<br />arm's length</th>
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
          <button type="button" :aria-pressed="w.key === chosen" :title="w.recipe" @click.stop="emit('choose', w.key)">
            <span class="swatch" :style="{ background: w.dry }" />{{ w.name }}
          </button>
          <span v-if="!w.of_all" class="verdict small" :class="w.verdict.state">
            <StateMark :state="w.verdict.state" :size="11" /> {{ w.verdict.words }}
          </span>
          <span v-if="made && !w.ruled_out" class="bands small">
            {{
              w.bands
                .slice(0, made)
                .map((b) => b.words)
                .join(' · ')
            }}
          </span>
        </th>
        <td v-for="(c, i) in w.cells" :key="i" class="film">
          <BiteCell :cell="c" :name="list.films[i]?.name ?? ''" />
        </td>
        <td class="num when" :title="w.window">{{ w.wiped ? w.dries : 'stays' }}</td>
        <td class="num ready" :class="{ later: readyOf.get(w.key)?.later }" :title="readyOf.get(w.key)?.effect">
          {{ readyOf.get(w.key)?.day }}
        </td>
        <td class="num" :title="close(w)">
          {{ w.reads }} <span class="figure">{{ w.arm_de.toFixed(1) }}</span>
        </td>
      </tr>
    </tbody>
  </table>
  <p class="soft small foot">
    In the films, the deeper the pit the more the wash and its cloth take: a ring takes nothing that counts, an
    hourglass wants more time, a cross is bitten at any age.
  </p>
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
  width: 100%;
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
.verdict.wait {
  color: var(--wait);
}
.verdict.bite {
  color: var(--bite);
}
.foot {
  padding: 10px 2px;
}
.bands {
  color: var(--note);
}
.over th {
  padding: 4px 0 0;
  border-bottom: 1px solid var(--line);
  white-space: nowrap;
}
.over td {
  padding: 0;
}
thead tr + tr th {
  top: 24px;
}
thead .film {
  padding: 4px 0;
  text-align: left;
}
thead .film span {
  display: block;
  max-height: 112px;
  overflow: hidden;
  color: var(--ink);
  font-size: 14px;
  font-weight: 400;
  line-height: 22px;
  text-overflow: ellipsis;
  white-space: nowrap;
  writing-mode: vertical-rl;
  transform: rotate(180deg);
}
.film {
  width: 22px;
  padding: 2px 0;
}
.num {
  text-align: right;
  white-space: nowrap;
}
thead .num {
  text-align: right;
}
.later {
  color: var(--wait);
}
/* A finger takes the row, wherever it lands on it. */
@media (pointer: coarse) {
  tbody tr {
    position: relative;
  }
  .name button::before {
    content: '';
    position: absolute;
    inset: 0;
  }
}
@media (max-width: 640px) {
  .film,
  .films,
  .when,
  thead .num:nth-last-child(3),
  .strip {
    display: none;
  }
}
</style>
