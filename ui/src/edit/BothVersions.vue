<script setup lang="ts">
import { computed } from 'vue'

import { useBuild } from '../build/useBuild'
import { toWall } from '../shared/zoned'
import { useTrade } from './useTrade'

/** What another tablet has saved beside what is being saved here, field by field, where they differ. */
const props = defineProps<{ yours: object; there: object | undefined }>()
const store = useBuild()
const trade = useTrade()

const words: Record<string, string> = {
  do: 'What is done',
  product: 'With',
  coats: 'Coats',
  thickness_um: 'Thickness, µm',
  area_pct: 'Covers, %',
  of: 'Which wash',
  with: 'Cloth',
  laying: 'How the coats go on',
  drying: 'How it dries',
  at: 'Pinned to',
  done: 'Done at',
  temperature_c: 'Room, °C',
  humidity_pct: 'Humidity, %',
  area_cm2: 'Area, cm²',
}
const label = (path: string) =>
  path
    .split('.')
    .filter((part) => part !== 'build' && part !== 'climate')
    .map((part) => words[part] ?? part.replaceAll('_', ' '))
    .join(' ')

function flat(value: unknown, path = '', out: Record<string, string> = {}) {
  if (value && typeof value === 'object') {
    for (const [k, v] of Object.entries(value)) flat(v, path ? `${path}.${k}` : k, out)
  } else if (value !== undefined && value !== '') out[path] = told(path, String(value))
  return out
}
function told(path: string, value: string) {
  if (path === 'product') return store.build?.plan.products.find((p) => p.id === value)?.name ?? value
  const ways = path === 'laying' ? trade.value?.layings : path === 'drying' ? trade.value?.dryings : undefined
  if (ways) return ways.find((w) => w.id === value)?.words ?? value
  if (path === 'do') return trade.value?.techniques.find((t) => t.id === value)?.name ?? value
  if (/^\d{4}-\d\d-\d\dT/.test(value)) return toWall(value, store.build?.timezone ?? 'UTC').replace('T', ' ')
  return value
}
const rows = computed(() => {
  const [mine, theirs] = [flat(props.yours), flat(props.there ?? {})]
  return [...new Set([...Object.keys(mine), ...Object.keys(theirs)])]
    .filter((k) => k !== 'id' && mine[k] !== theirs[k])
    .map((k) => ({ what: label(k), yours: mine[k] ?? 'usual', there: theirs[k] ?? 'usual' }))
})
</script>

<template>
  <p v-if="!there" class="theirs">There it has been removed.</p>
  <p v-else-if="!rows.length" class="theirs">Both versions of this are alike.</p>
  <table v-else class="theirs">
    <caption>
      Both versions, where they differ
    </caption>
    <thead>
      <tr>
        <th scope="col"><span class="visually-hidden">What</span></th>
        <th scope="col">Yours</th>
        <th scope="col">There</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.what">
        <th scope="row">{{ r.what }}</th>
        <td>{{ r.yours }}</td>
        <td>{{ r.there }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
caption {
  text-align: left;
  font-weight: 600;
}
th,
td {
  padding: 3px 8px 3px 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
  font-weight: 400;
}
thead th,
td:nth-child(2) {
  font-weight: 600;
}
</style>
