<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { api, Refusal } from '../api'
import { say } from '../shared/say'
import { useUnits } from '../shared/useUnits'
import { whileTold } from '../shared/useLive'
import type { AirReading, RoomAir, TellAir } from '../wire'

/** The air of a build's room: what was measured, what of it is not believed, by hand or from a device; the warm cupboard. */
const props = defineProps<{ builds: { slug: string; name: string }[]; timezone: string }>()
const slug = ref(props.builds[0]?.slug ?? '')
const air = ref<RoomAir | null>(null)
const problem = ref('')
const units = useUnits()

async function ask(make: () => Promise<RoomAir>) {
  try {
    air.value = await make()
    problem.value = ''
  } catch (e) {
    problem.value = e instanceof Refusal ? e.message : String(e)
  }
}
watch(slug, (s) => s && void ask(() => api.roomAir(s)), { immediate: true })
whileTold((e) => slug.value && e.what !== 'hello' && void ask(() => api.roomAir(slug.value)))
const tell = (what: TellAir) => ask(() => api.tellAir(slug.value, what))

const warmth = ref('')
const damp = ref('')
async function byHand() {
  await tell({ temperature_c: units.celsius(Number(warmth.value)), humidity_pct: Number(damp.value) })
  if (!problem.value) warmth.value = damp.value = ''
}
const device = ref('')
watch(air, (a) => (device.value = a?.device ?? ''))

const wide = 320
const high = 72
const span = computed(() => {
  const all = air.value?.usual ?? []
  const first = all[0]
  const last = all[all.length - 1]
  return first && last ? { from: Date.parse(first.at), to: Date.parse(last.at) } : { from: 0, to: 1 }
})
const x = (t: string) => (wide * (Date.parse(t) - span.value.from)) / Math.max(1, span.value.to - span.value.from)
const y = (c: number) => high - (high * (Math.min(40, Math.max(0, c)) - 5)) / 30
const line = (all: AirReading[]) =>
  all.map((r, i) => `${i ? 'L' : 'M'}${x(r.at).toFixed(1)} ${y(r.temperature_c).toFixed(1)}`).join('')
</script>

<template>
  <section class="part" aria-labelledby="air">
    <h2 id="air">The air</h2>
    <div class="box">
      <div class="top">
        <label
          >Room of
          <select v-model="slug">
            <option v-for="b in builds" :key="b.slug" :value="b.slug">{{ b.name }}</option>
          </select></label
        >
        <p v-if="air">
          <strong>{{ air.now }}</strong> <span class="soft">{{ air.spray }}</span>
        </p>
        <svg
          v-if="air"
          :viewBox="`0 0 ${wide} ${high}`"
          :width="wide"
          :height="high"
          role="img"
          :aria-label="`Three days: ${air.readings.length} readings believed, ${air.faults.length} kept out`"
        >
          <path :d="line(air.usual)" class="usual" />
          <circle v-for="r in air.readings" :key="r.at" :cx="x(r.at)" :cy="y(r.temperature_c)" r="1.6" class="read" />
          <path v-for="f in air.faults" :key="f.at + f.kind" :d="`M${x(f.at) - 3} 4l6 6m0-6l-6 6`" class="fault" />
        </svg>
      </div>
      <p v-if="problem" class="bad" role="alert">{{ problem }}</p>
      <p v-for="s in air?.spells ?? []" :key="s.words" class="soft">Other air: {{ s.words }}</p>
      <form class="keys" @submit.prevent="byHand">
        <label
          >°{{ units.temperature.value }}<input v-model="warmth" type="number" step="0.1" inputmode="decimal" required
        /></label>
        <label>% humidity<input v-model="damp" type="number" step="1" inputmode="decimal" required /></label>
        <button type="submit" class="act tall">Measured just now</button>
        <button type="button" class="act tall" @click="tell({ cupboard: 'in' })">Into the warm cupboard</button>
        <button type="button" class="act tall" @click="tell({ cupboard: 'out' })">Out of it</button>
      </form>
      <form class="keys" @submit.prevent="tell({ device })">
        <label class="long"
          >Hygrometer<input v-model="device" placeholder="http://192.168.1.20/air" maxlength="300"
        /></label>
        <button type="submit" class="act tall">{{ device ? 'Ask it every 5 minutes' : 'None' }}</button>
      </form>
      <p v-if="air?.trouble" class="bad">{{ air.trouble }}</p>
      <details v-if="air?.faults.length">
        <summary>{{ air.faults.length }} kept out</summary>
        <ul>
          <li v-for="f in air.faults" :key="f.at + f.kind">{{ say(f.at, 'clock', timezone) }}: {{ f.words }}</li>
        </ul>
      </details>
    </div>
  </section>
</template>

<style scoped>
.box {
  display: grid;
  gap: 8px;
  padding: 10px 20px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
}
.top {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 18px;
}
.top p {
  flex: 1 1 240px;
}
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: end;
}
label {
  display: grid;
  font-size: 14px;
  color: var(--soft);
}
input {
  width: 6em;
  min-height: 44px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  color: var(--ink);
  font: 600 18px var(--mono);
}
.long input {
  width: min(340px, 80vw);
  font-size: 15px;
}
select {
  min-height: 44px;
}
svg {
  max-width: 100%;
}
.usual {
  fill: none;
  stroke: var(--soft);
  stroke-width: 1;
}
.read {
  fill: var(--note);
}
.fault {
  fill: none;
  stroke: var(--bite);
  stroke-width: 1.5;
}
.bad {
  color: var(--bite);
  font-weight: 600;
}
summary {
  min-height: 44px;
  align-content: center;
}
@media (max-width: 640px) {
  .box {
    padding: 10px 12px;
  }
}
</style>
