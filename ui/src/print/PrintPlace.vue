<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { watch } from 'vue'

import { useBuild } from '../build/useBuild'
import StateMark from '../shared/StateMark.vue'
import { useUnits } from '../shared/useUnits'

const props = defineProps<{ slug: string }>()
const store = useBuild()
const units = useUnits()
const { build, problem } = storeToRefs(store)
watch(
  () => props.slug,
  (slug) => void store.open(slug),
  { immediate: true },
)
const print = () => window.print()
const clock = (t: string) =>
  new Date(t).toLocaleString('en-GB', {
    timeZone: build.value?.timezone ?? 'UTC',
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  })
const found = (step: string) => build.value?.findings.filter((f) => f.step === step && f.severity !== 'note') ?? []
</script>

<template>
  <main class="paper">
    <div class="tools">
      <v-btn color="primary" variant="flat" @click="print">Print</v-btn>
      <RouterLink :to="{ name: 'build', params: { slug } }">Back to the build</RouterLink>
      <span class="soft">A4, one page a zone</span>
    </div>
    <p v-if="problem">{{ problem }}</p>
    <section v-for="z in build?.zones ?? []" :key="z.id" class="page">
      <header>
        <h1>{{ z.name }}</h1>
        <span
          >{{ build?.name }}{{ build?.scale ? `, 1/${build.scale}` : '' }}; {{ units.square(z.area_cm2) }};
          {{ build?.promise }}</span
        >
      </header>
      <table>
        <thead>
          <tr>
            <th><span class="visually-hidden">Done</span></th>
            <th>Step</th>
            <th>Begin</th>
            <th>Ready</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in z.steps" :key="s.id">
            <td><span class="box" :class="{ ticked: s.kind === 'done' }" /></td>
            <td>
              <b>{{ s.number }}. {{ s.name }}</b>
              <div>{{ s.detail }}</div>
              <div v-for="f in found(s.id)" :key="f.rule" class="warning">
                <StateMark :state="f.state" /> {{ f.because }}
              </div>
              <div v-for="c in s.cautions" :key="c" class="caution">{{ c }}</div>
            </td>
            <td class="figure">{{ clock(s.kind === 'done' ? s.end : s.start) }}</td>
            <td class="figure">{{ s.trail.length ? clock(s.ready) : '' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="!z.steps.length">No steps yet.</p>
    </section>
  </main>
</template>

<style scoped>
.paper {
  max-width: 190mm;
  margin: 0 auto;
  padding: 18px 0 60px;
  width: 100%;
}
.tools {
  display: flex;
  gap: 16px;
  align-items: center;
  margin-bottom: 16px;
}
.page {
  background: #fff;
  color: #111;
  padding: 12mm;
  margin-bottom: 18px;
}
header {
  display: grid;
  border-bottom: 2px solid #111;
  padding-bottom: 4px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th {
  text-align: left;
  padding: 6px 8px;
}
td {
  vertical-align: top;
  padding: 7px 8px;
  border-top: 1px solid #999;
}
tr {
  break-inside: avoid;
}
td.figure {
  white-space: nowrap;
}
.box {
  display: inline-block;
  width: 18px;
  height: 18px;
  border: 2px solid #111;
}
.ticked {
  background: linear-gradient(45deg, transparent 44%, #111 44%, #111 56%, transparent 56%);
}
.caution {
  font-size: 12px;
  color: #444;
}
.warning {
  font-size: 13px;
  font-weight: 600;
}
@media screen and (max-width: 640px) {
  .page {
    padding: 4mm;
  }
  td,
  th {
    padding: 4px 3px;
  }
  td.figure {
    white-space: normal;
    font-size: 12px;
  }
  .tools {
    flex-wrap: wrap;
    padding: 0 8px;
  }
}
@media print {
  .tools {
    display: none;
  }
  .paper {
    max-width: none;
    padding: 0;
  }
  .page {
    padding: 0;
    margin: 0;
    break-after: page;
  }
}
@page {
  size: A4;
  margin: 14mm;
}
</style>
