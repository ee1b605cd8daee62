<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { watch } from 'vue'

import { useBuild } from '../build/useBuild'
import AirPicture from '../instruments/airframe/AirPicture.vue'
import CautionMark from '../shared/CautionMark.vue'
import StateMark from '../shared/StateMark.vue'
import { useUnits } from '../shared/useUnits'
import type { Zone } from '../wire'
import { say } from '../shared/say'

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
const clock = (t: string) => say(t, 'clock', build.value?.timezone ?? 'UTC')
/** The cautions of a zone, each once, with the steps that are still to be done it is for. */
function cautions(z: Zone) {
  const out: { words: string; steps: number[] }[] = []
  for (const s of z.steps) {
    if (s.kind === 'done') continue
    for (const words of s.cautions) {
      const known = out.find((c) => c.words === words)
      if (known) known.steps.push(s.number)
      else out.push({ words, steps: [s.number] })
    }
  }
  return out
}
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
    <AirPicture
      v-if="build"
      class="air"
      :slug="slug"
      :revision="build.revision"
      :at="Date.parse(build.tape.to)"
      :query="{ ground: 'paper' }"
      :label="`${build.name} when it is finished`"
    />
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
            <th>Planned</th>
            <th>Really done</th>
            <th>Ready</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="s in z.steps" :key="s.id">
            <td><span class="box" :class="{ ticked: s.kind === 'done' }" /></td>
            <td>
              <b>{{ s.number }}. {{ s.name }}</b>
              <bdi class="with">{{ s.detail }}</bdi>
              <div v-for="f in found(s.id)" :key="f.rule" class="warning">
                <StateMark :state="f.state" /> {{ f.because }}
              </div>
            </td>
            <td class="figure">{{ s.kind === 'done' || s.kind === 'begun' ? '' : clock(s.start) }}</td>
            <td class="figure real">
              {{ s.kind === 'done' ? clock(s.end) : s.kind === 'begun' ? `begun ${clock(s.start)}` : '' }}
              <span v-if="s.kind !== 'done'" class="blank" />
            </td>
            <td class="figure">{{ s.trail ? clock(s.ready) : '' }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="!z.steps.length">No steps yet.</p>
      <footer v-if="cautions(z).length">
        <p v-for="c in cautions(z)" :key="c.words" class="caution">
          <CautionMark /> {{ c.words }}
          <span class="of">({{ c.steps.length === 1 ? 'step' : 'steps' }} {{ c.steps.join(', ') }})</span>
        </p>
      </footer>
    </section>
  </main>
</template>

<style scoped>
.air {
  margin-bottom: 18px;
  background: #fff;
}
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
h1 {
  overflow-wrap: anywhere;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
  line-height: 1.25;
}
th {
  text-align: left;
  padding: 6px 8px;
}
td {
  vertical-align: top;
  padding: 4px 8px;
  border-top: 1px solid #999;
}
tr {
  break-inside: avoid;
}
td.figure {
  width: 1%;
  font-size: 11.5px;
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
.with {
  display: block;
}

.blank {
  display: block;
  height: 17px;
  border-bottom: 1px dotted #555;
}
footer {
  margin-top: 8px;
  padding-top: 5px;
  border-top: 2px solid #111;
}
.caution {
  font-size: 12px;
  color: #333;
}
.warning {
  font-size: 12px;
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
