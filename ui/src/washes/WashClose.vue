<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'

import { useBuild } from '../build/useBuild'
import { capital } from '../shared/capital'
import CautionMark from '../shared/CautionMark.vue'
import StateMark from '../shared/StateMark.vue'
import type { PlanEdit, Wash, WashDate, Washes, WashOne } from '../wire'
import BareAges from './BareAges.vue'
import LineFilling from './LineFilling.vue'
import WipeSteps from './WipeSteps.vue'

const MixBench = defineAsyncComponent(() => import('./MixBench.vue'))

const props = defineProps<{
  wash: Wash
  one: WashOne | null
  list: Washes
  rival: Wash | undefined
  ready: WashDate | undefined
  strip: string
  over: boolean // it lies over the list
}>()
const emit = defineEmits<{ against: [key: string]; back: [] }>()
const store = useBuild()
const tabs = [
  ['choose', 'Choose'],
  ['mix', 'Mix'],
  ['run', 'Run'],
  ['wipe', 'Wipe'],
] as const
const tab = ref<(typeof tabs)[number][0]>('choose')
const large = ref(false)
const known = computed(() => (props.one?.key === props.wash.key ? props.one : null))

function turn(e: KeyboardEvent, i: number) {
  const by = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0
  if (!by) return
  const next = tabs[(i + by + tabs.length) % tabs.length]?.[0] ?? 'choose'
  tab.value = next
  document.getElementById(`tab-${next}`)?.focus()
}
const take = (e: PlanEdit | undefined) => e && store.act(e)
</script>

<template>
  <section class="close" :aria-label="wash.name">
    <header>
      <button v-if="over" type="button" class="act" @click="emit('back')">‹ All washes</button>
      <h2>{{ wash.name }}</h2>
      <p class="verdict" :class="wash.verdict.state">
        <StateMark :state="wash.verdict.state" /> {{ capital(wash.verdict.words) }}.
        <template v-if="ready">{{ capital(ready.effect || `ready ${ready.day}`) }}.</template>
      </p>
      <div class="strip" :class="{ large }">
        <img :src="strip" :alt="`${wash.name}, before and after the wipe`" />
      </div>
      <p class="marks small soft">
        <span>{{ wash.wiped ? 'before the wipe' : 'wet' }}</span>
        <button type="button" class="link" @click="large = !large">{{ large ? 'at real size' : 'enlarged' }}</button>
        <span>{{ wash.wiped ? 'after it' : 'dry' }}</span>
      </p>
      <div class="put">
        <button
          v-if="known?.replace"
          type="button"
          class="act first"
          :disabled="store.busy"
          :title="`In place of ${list.due_words}`"
          @click="take(known.replace)"
        >
          Take it for {{ list.due_words.split(',')[0] }}
        </button>
        <button
          type="button"
          class="act"
          :class="{ first: known && !known.replace }"
          :disabled="!known || store.busy"
          @click="take(known?.add)"
        >
          {{ list.due ? 'Add as a second wash' : 'Put it in the route' }}
        </button>
        <button type="button" class="act" :disabled="!known || store.busy" @click="take(known?.sealed)">
          Seal first
        </button>
      </div>
      <div class="tabs" role="tablist" aria-label="Of this wash">
        <button
          v-for="([id, words], i) in tabs"
          :id="`tab-${id}`"
          :key="id"
          type="button"
          role="tab"
          :aria-selected="tab === id"
          aria-controls="tab-panel"
          :tabindex="tab === id ? 0 : -1"
          @click="tab = id"
          @keydown="turn($event, i)"
        >
          {{ words }}
        </button>
      </div>
    </header>
    <div id="tab-panel" class="body" role="tabpanel" :aria-labelledby="`tab-${tab}`" tabindex="0">
      <template v-if="tab === 'choose'">
        <p class="soft small">
          {{ capital(wash.family) }} · {{ wash.way.toLowerCase() }} · {{ wash.smell }} · {{ wash.work }} of work
          <template v-if="wash.recipe"><br />{{ wash.recipe }}</template>
        </p>
        <p class="touch"><StateMark :state="wash.apply.state" /> {{ wash.apply.words }}</p>
        <p class="touch"><StateMark :state="wash.wipe.state" /> {{ wash.wipe.words }}</p>
        <p v-if="wash.rub && !wash.ruled_out" class="touch"><StateMark state="wait" /> {{ wash.rub }}</p>
        <dl>
          <dt>Window</dt>
          <dd>{{ wash.window }}</dd>
          <dt>Comes off with</dt>
          <dd>{{ wash.undo }}</dd>
          <dt>Lines</dt>
          <dd>
            <i class="swatch" :style="{ background: wash.ground }" /><i
              class="swatch"
              :style="{ background: wash.line }"
            />
            {{ wash.reads }} at arm's length; under a flat clear
            <i class="swatch" :style="{ background: wash.under }" />
          </dd>
          <dt>Surface</dt>
          <dd><i class="swatch" :style="{ background: wash.open }" /> {{ wash.marks }}</dd>
          <dt>It runs</dt>
          <dd>{{ wash.run_mm.toFixed(0) }} mm to each side: {{ wash.run_words }}</dd>
          <dt>The cloth leaves</dt>
          <dd>{{ wash.left_pct.toFixed(wash.left_pct < 10 ? 1 : 0) }} % where it lay</dd>
          <dt>Costs</dt>
          <dd>{{ wash.cost }} for this zone</dd>
        </dl>
        <template v-if="known">
          <h3>Why here</h3>
          <label v-if="rival" class="against">
            <span class="plate">set against</span>
            <select :value="rival.key" @change="emit('against', ($event.target as HTMLSelectElement).value)">
              <option v-for="x in list.washes.filter((x) => x.key !== wash.key)" :key="x.key" :value="x.key">
                {{ x.rank }}. {{ x.name }}
              </option>
            </select>
          </label>
          <p v-if="known.before">{{ known.before }}</p>
          <ul class="bands">
            <li v-for="(b, i) in wash.bands" :key="i">
              <span>{{ list.wishes[i]?.words }}</span>
              <span class="marks4" aria-hidden="true"
                ><i v-for="n in 4" :key="n" :class="{ on: n - 1 === b.place }"
              /></span>
              <span>{{ b.words }}</span>
            </li>
          </ul>
          <h3>Bare, or sealed first</h3>
          <p>{{ known.bare.words }}</p>
          <BareAges :bare="known.bare" />
          <h3>On every zone</h3>
          <p>{{ known.span }}</p>
          <ul class="zones">
            <li v-for="z in known.zones" :key="z.name">
              <i class="swatch wide" :style="{ background: z.paint }"><i :style="{ background: z.line }" /></i>
              <span>{{ z.name }}</span>
              <span>{{ z.reads }}</span>
              <span class="small"><StateMark :state="z.state" :size="11" /> {{ z.words }}</span>
            </li>
          </ul>
          <template v-if="known.cautions.length">
            <h3>Cautions</h3>
            <p v-for="c in known.cautions" :key="c" class="small"><CautionMark /> {{ c }}</p>
          </template>
        </template>
        <p v-else class="soft">…</p>
      </template>
      <MixBench
        v-else-if="tab === 'mix'"
        :job="list.job"
        :wash="wash"
        :cup="known?.cup"
        :wanted="list.wanted"
        :zone="list.zone"
        :cloth="list.cloth"
        :strengths="list.strengths"
      />
      <LineFilling
        v-else-if="tab === 'run' && known"
        :run="known.run"
        :colour="wash.line"
        :paint="wash.ground"
        :zone="list.zone"
      />
      <WipeSteps v-else-if="tab === 'wipe' && known" :wipe="known.wipe" />
      <p v-else class="soft">…</p>
    </div>
  </section>
</template>

<style scoped>
.close {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-left: 1px solid var(--line);
  background: var(--sheet);
}
header {
  flex: none;
  padding: 10px 12px 0;
}
.strip {
  overflow-x: auto;
  margin-top: 6px;
}
.strip img {
  display: block;
  width: 100%;
  height: auto;
}
.strip.large img {
  width: 300%;
  max-width: none;
  image-rendering: auto;
}
.marks {
  display: flex;
  justify-content: space-between;
}
.put {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin: 6px 0;
}
.verdict {
  margin: 2px 0 6px;
  font-weight: 600;
}
.verdict.wait {
  color: var(--wait);
}
.tabs {
  display: flex;
  margin-top: 6px;
  border-bottom: 1px solid var(--line);
}
.tabs button {
  flex: 1;
  min-height: 36px;
  border: 0;
  background: none;
  color: inherit;
  font: 600 16px var(--heading);
  cursor: pointer;
}
.tabs [aria-selected='true'] {
  box-shadow: inset 0 -3px 0 var(--ink);
}
.body {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 10px 12px 16px;
}
.verdict.bite {
  color: var(--bite);
}
h3 {
  margin: 14px 0 4px;
  font-size: 16px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 3px 12px;
  margin: 8px 0;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
.swatch {
  display: inline-block;
  width: 16px;
  height: 16px;
  border: 1px solid var(--line);
  vertical-align: -3px;
}
.swatch.wide {
  position: relative;
  width: 34px;
}
.swatch.wide i {
  position: absolute;
  inset: 6px 0;
}
ul {
  list-style: none;
  margin: 6px 0;
  padding: 0;
}
.bands li {
  display: grid;
  grid-template-columns: 96px 58px 1fr;
  align-items: center;
  padding: 1px 0;
}
.marks4 {
  display: flex;
  gap: 3px;
}
.marks4 i {
  width: 10px;
  height: 10px;
  border: 1px solid var(--soft);
}
.marks4 i.on {
  background: var(--ink);
}
.against {
  display: flex;
  align-items: center;
  gap: 8px;
}
.against select {
  flex: 1;
  min-width: 0;
  min-height: 34px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: var(--sheet);
  color: inherit;
  font: 15px var(--v-font-body);
}
.zones li {
  display: grid;
  grid-template-columns: 40px 1fr auto;
  gap: 0 8px;
  padding: 3px 0;
  border-top: 1px solid var(--line);
}
.zones li .small {
  grid-column: 2 / -1;
}
@media (pointer: coarse) {
  .against select,
  .tabs button {
    min-height: 44px;
  }
}
@media (max-width: 1150px) {
  .close {
    border-left: 0;
    border-top: 1px solid var(--line);
    overflow: auto;
  }
  .body {
    overflow: visible;
    flex: none;
  }
  .strip img,
  .marks {
    width: 366px;
    max-width: 100%;
  }
}
</style>
