<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { api } from '../api'
import DryingBars from '../instruments/drying/DryingBars.vue'
import SparrowMark from '../shared/SparrowMark.vue'
import StateMark from '../shared/StateMark.vue'
import { say } from '../shared/say'
import { second } from '../shared/useClock'
import { useKeys } from '../shared/useKeys'
import type { BenchStep } from '../wire'
import BenchAir from './BenchAir.vue'
import BenchFit from './BenchFit.vue'
import BenchNow from './BenchNow.vue'
import BenchOut from './BenchOut.vue'
import BenchReading from './BenchReading.vue'
import BenchWhile from './BenchWhile.vue'
import { useAlarms } from './useAlarms'
import { useKept } from './useKept'
import { useBench } from './useBench'

/** The bench: what to do now over all builds, what dries, what to leave alone, what to put out. */
const { bench, minutes, problem, last, effects, waiting, press, undo, ago, stop, empty, spoon } = useBench()
const { on: alarms, turn, ringing } = useAlarms(bench)

// The step at hand is the best one, until another is chosen; a chosen one stays until it is done.
const chosen = ref('')
const steps = computed<BenchStep[]>(() => [...(bench.value?.steps ?? []), ...(bench.value?.later ?? [])])
const at = computed(() => {
  const i = steps.value.findIndex((s) => `${s.build}/${s.step}` === chosen.value)
  return i < 0 ? 0 : i
})
const step = computed(() => steps.value[at.value])
function choose(i: number) {
  const s = steps.value[(i + steps.value.length) % Math.max(1, steps.value.length)]
  if (s) chosen.value = `${s.build}/${s.step}`
}
watch(steps, () => {
  if (!steps.value.some((s) => `${s.build}/${s.step}` === chosen.value)) chosen.value = ''
})

const { possible } = useKept()
const reading = ref(false)
const calendar = ref('')
void api.calendar().then(
  (c) => (calendar.value = c.path),
  () => undefined,
)
const onPaper = () => window.print()
const hand = ref<InstanceType<typeof BenchNow>>()
const main = () => hand.value?.main()
useKeys({
  ' ': () => !reading.value && main(),
  ArrowRight: () => !reading.value && choose(at.value + 1),
  ArrowLeft: () => !reading.value && choose(at.value - 1),
  h: () => (reading.value = !reading.value),
})

const hour = 3_600_000
const from = computed(() =>
  bench.value?.open && bench.value.from ? Date.parse(bench.value.from) : second.value - hour / 2,
)
const to = computed(() =>
  bench.value?.open && bench.value.to ? Date.parse(bench.value.to) : second.value + 2.5 * hour,
)
const clock = computed(() => say(second.value, 'hour', bench.value?.timezone))
const soft = computed(() => bench.value?.soft ?? [])
</script>

<template>
  <main v-if="problem && !bench" class="empty">
    <SparrowMark :size="72" />
    <h1>{{ problem }}</h1>
  </main>
  <main v-else-if="bench" class="bench">
    <h1 class="visually-hidden">Bench</h1>
    <div class="head">
      <div>
        <p class="day">{{ bench.day }}</p>
        <p class="soft">{{ bench.air }}{{ bench.session ? ` · ${bench.session}` : '' }}</p>
      </div>
      <div class="side">
        <button type="button" class="act tall" :aria-pressed="alarms" @click="turn">
          {{ alarms ? 'Alarms are on' : 'Ring when a window opens' }}
        </button>
        <button type="button" class="act tall" data-key="h" @click="reading = true">Hands-free</button>
        <span class="clock figure">{{ clock }}</span>
      </div>
    </div>
    <p v-if="ringing" class="ringing" role="alert">
      <span>{{ ringing }}</span>
      <button type="button" class="act tall" @click="ringing = ''">Heard</button>
    </p>
    <p v-if="waiting" class="note" role="status">
      {{ waiting }} {{ waiting === 1 ? 'press is' : 'presses are' }} kept on this screen and sent when the server
      answers.
    </p>
    <p v-if="problem" class="note" role="status">{{ problem }}</p>

    <p v-for="d in bench.disputes" :key="d.first" class="dispute" role="alert">
      <span>{{ d.words }}</span>
      <button type="button" class="act tall" @click="press(d.build, d.step, 'undo', '', { of: d.first })">
        Only the later
      </button>
      <button type="button" class="act tall" @click="press(d.build, d.step, 'undo', '', { of: d.last })">
        Only the earlier
      </button>
    </p>

    <section class="sheet-now" aria-label="Now">
      <BenchNow
        v-if="step"
        ref="hand"
        :key="step.build + step.step"
        :step="step"
        :bench="bench"
        :best="at === 0"
        :count="steps.length"
        :place="at"
        @press="press"
        @next="choose(at + 1)"
        @before="choose(at - 1)"
      />
      <div v-else class="rest">
        <h2>{{ bench.open ? 'Nothing is open now' : 'The bench is closed' }}</h2>
        <p>{{ bench.shut || 'Nothing is left to do.' }}</p>
      </div>
      <DryingBars
        v-if="bench.clocks.length"
        :clocks="bench.clocks"
        :from="from"
        :to="to"
        :now="second"
        :timezone="bench.timezone"
      />
      <p v-for="e in effects" :key="e" class="effect" role="status">{{ e }}</p>
      <div v-if="last" class="last" role="status">
        <span
          ><bdi>{{ last.words }}</bdi
          >, {{ say(last.at, 'hour', bench.timezone) }}</span
        >
        <button type="button" class="act tall" @click="undo">Undo</button>
        <button type="button" class="act tall" @click="ago(5)">5 min earlier</button>
        <button type="button" class="act tall" @click="ago(20)">20 min earlier</button>
      </div>
    </section>

    <BenchWhile :bench="bench" @press="press" @spoon="spoon" />
    <BenchFit v-if="bench.open" v-model="minutes" :fit="bench.fit ?? null" :timezone="bench.timezone" />

    <section v-if="bench.not.length" class="part" aria-labelledby="not">
      <h2 id="not">{{ bench.open ? 'Not tonight' : 'Not yet' }}</h2>
      <ul class="rows">
        <li v-for="n in bench.not" :key="n.build + n.step">
          <span class="what">
            <strong :class="n.danger ? 'bite' : 'wait'"
              ><StateMark :state="n.danger ? 'bite' : 'wait'" quiet /> {{ n.danger ? 'Leave alone' : 'Not yet' }}:
              {{ n.title }}</strong
            >
            <span class="soft">{{ n.name }}. {{ n.because }}</span>
          </span>
          <span v-if="n.hard !== null" class="hard" :title="`${Math.round(n.hard * 100)} % hard`">
            <span class="figure">{{ Math.round(n.hard * 100) }} % hard</span>
            <span class="gauge"
              ><span :style="{ width: `${n.hard * 100}%` }" /><i
                v-if="n.needs !== null"
                :style="{ left: `${n.needs * 100}%` }"
            /></span>
          </span>
          <span class="figure when">{{ n.when }}</span>
        </li>
      </ul>
    </section>

    <section class="part" aria-labelledby="hold">
      <h2 id="hold">What may I touch?</h2>
      <p class="pad">
        <template v-if="bench.hold.length"
          ><strong class="safe">Hold it by</strong> {{ bench.hold.map((h) => `${h.zone} (${h.name})`).join(', ') }}.
        </template>
        <template v-if="soft.length"
          ><strong class="bite">Prints:</strong> {{ soft.map((h) => `${h.zone} (${h.name})`).join(', ') }}.</template
        >
        Clean gloves, or fingers washed of grease.
      </p>
    </section>

    <BenchOut :bench="bench" @empty="empty" />
    <BenchAir v-if="bench.builds.length" :builds="bench.builds" :timezone="bench.timezone" />

    <section v-if="bench.done.length" class="part" aria-labelledby="done">
      <h2 id="done">Done in this session: {{ bench.used }}</h2>
      <ul class="rows">
        <li v-for="d in bench.done" :key="d.build + d.step">
          <span class="what">{{ d.title }}</span>
          <span class="figure">{{ say(d.at, 'hour', bench.timezone) }}</span>
          <button
            v-for="a in d.asks"
            :key="a.label"
            type="button"
            class="act tall"
            @click="a.says.forEach((s) => press(d.build, s.step, s.word, `${a.label}: ${d.title}`))"
          >
            {{ a.label }}
          </button>
          <button
            v-if="d.press"
            type="button"
            class="act tall"
            :aria-label="`Take back: ${d.title}`"
            @click="press(d.build, d.step, 'undo', '', { of: d.press })"
          >
            Take back
          </button>
        </li>
      </ul>
      <p class="pad soft">{{ bench.shut }}</p>
    </section>
    <p v-if="!possible" class="pad soft">
      Presses wait here for a lost connection; a reload needs one.
      <RouterLink to="/keeping">Safekeeping</RouterLink> tells how this screen is brought to trust the server, and then
      it needs none.
    </p>
    <p class="links">
      <button v-if="bench.open" type="button" class="act tall" @click="stop">I stop here tonight</button>
      <RouterLink class="act tall" to="/learned">What it knows about you</RouterLink>
      <a v-if="calendar" class="act tall" :href="calendar">The evenings as a calendar</a>
      <button type="button" class="act tall" @click="onPaper">This evening on paper</button>
    </p>
    <BenchReading v-if="reading && step" :steps="steps" :start="at" @close="reading = false" />
  </main>
</template>

<style scoped>
.bench {
  width: 100%;
  max-width: 1180px;
  margin: 0 auto;
  padding-bottom: 24px;
  font-size: 16px;
}
.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  flex-wrap: wrap;
  gap: 4px 18px;
  padding: 8px 20px;
}
.day {
  font: 600 19px var(--heading);
}
.side {
  display: flex;
  align-items: center;
  gap: 8px;
}
.clock {
  font-size: 34px;
  font-weight: 700;
}
.tall {
  min-height: 56px;
}
.sheet-now {
  display: grid;
  gap: 14px;
  padding: 14px 20px 16px;
  background: var(--sheet);
  border-top: 1px solid var(--line);
  border-bottom: 1px solid var(--line);
}
.rest {
  display: grid;
  gap: 6px;
  padding: 14px 0;
}
.rest h2 {
  font-size: 34px;
}
.rest p {
  font-size: 18px;
}
.ringing {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding: 4px 20px;
  background: var(--lamp);
  color: var(--on-lamp);
  font: 600 22px var(--heading);
}
.note {
  padding: 6px 20px;
  color: var(--note);
  font-weight: 600;
}
.last {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 6px 12px;
}
.effect {
  font-weight: 600;
  color: var(--note);
}
.last span {
  flex: 1 1 200px;
}
.hard {
  display: grid;
  gap: 4px;
  width: 120px;
}
.gauge {
  position: relative;
  height: 8px;
  background: var(--line);
}
.gauge span {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--soft);
}
.gauge i {
  position: absolute;
  top: -3px;
  bottom: -3px;
  width: 2px;
  background: var(--ink);
}
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 10px 20px;
}
.pad {
  padding: 8px 20px 12px;
  background: var(--sheet);
}
.dispute {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  padding: 4px 20px;
  border-left: 5px solid var(--wait);
  background: var(--sheet);
  font-weight: 600;
}
.bite {
  color: var(--bite);
}
.wait {
  color: var(--wait);
}
.safe {
  color: var(--safe);
}
.when {
  min-width: 9em;
  text-align: right;
}
@media (max-width: 640px) {
  .head,
  .sheet-now {
    padding-left: 12px;
    padding-right: 12px;
  }
  .side {
    width: 100%;
  }
  .clock {
    margin-left: auto;
    font-size: 28px;
  }
}
</style>

<style>
@media print {
  .bench .keys,
  .bench .act,
  .bench .links,
  .bench .have,
  .bench .box form {
    display: none !important;
  }
  .bench .rows li,
  .bench .sheet-now {
    background: none !important;
    min-height: 0 !important;
    break-inside: avoid;
  }
}
/* Parts of the bench follow one another, each under a plain heading. */
.bench .part > h2 {
  padding: 9px 20px 7px;
  font-size: 16px;
  color: var(--soft);
  border-bottom: 1px solid var(--line);
}
.bench .rows {
  list-style: none;
  margin: 0;
  padding: 0;
}
.bench .rows li {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 4px 16px;
  min-height: 56px;
  padding: 6px 20px;
  background: var(--sheet);
  border-bottom: 1px solid var(--line);
}
.bench .rows .what {
  flex: 1 1 240px;
  display: grid;
  min-width: 0;
}
.bench .rows strong {
  font: 600 17px var(--heading);
}
.bench .act.tall {
  min-height: 56px;
  min-width: 56px;
}
@media (max-width: 640px) {
  .bench .part > h2,
  .bench .rows li,
  .bench .pad {
    padding-left: 12px;
    padding-right: 12px;
  }
}
</style>
