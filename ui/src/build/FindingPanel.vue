<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, ref, useTemplateRef } from 'vue'

import StateMark from '../shared/StateMark.vue'
import type { Finding, Step } from '../wire'
import { useBuild } from './useBuild'
import { say } from '../shared/say'

const props = defineProps<{
  finding: Finding | undefined
  place: number
  count: number
  step: Step | undefined
  busy: boolean
  timezone: string
  trying?: boolean // it is what a change would bring that is still being made
}>()
const emit = defineEmits<{ fix: [choice: number]; go: [by: number]; pin: [] }>()

const clock = (t: string) => say(t, 'clock', props.timezone)
const StepWhy = defineAsyncComponent(() => import('./StepWhy.vue'))
const StepGuide = defineAsyncComponent(() => import('./StepGuide.vue'))
const guided = useStorage('inkysparrow.guided', false)
const asked = ref(false)
const severity: Record<string, string> = { stop: 'Stop', warn: 'Warning', note: 'Note' }
const store = useBuild()
const fixes = computed(() => (props.finding && store.ways?.fixes) || [])
/** What the step would do at the moment, where that is not when it is planned. */
const elsewhere = computed(() => {
  const [s, core] = [props.step, store.moment?.core]
  if (!s || s.kind === 'done' || props.trying || core?.step !== s.id) return null
  const at = Date.parse(store.moment?.at ?? '')
  return Math.abs(at - Date.parse(s.start)) < 60_000 ? null : core
})
const why = useTemplateRef('why')
/** What is unfolded comes into sight as soon as it is there. */
const toWhy = () => why.value?.scrollIntoView({ block: 'start' })

/** The two are turned with the arrows, as tabs are. */
async function turn(e: KeyboardEvent) {
  if (e.key !== 'ArrowRight' && e.key !== 'ArrowLeft') return
  e.stopPropagation()
  guided.value = !guided.value
  await nextTick()
  document.getElementById(guided.value ? 'tab-how' : 'tab-finding')?.focus()
}
const other = computed(() => (props.finding ? props.count - 1 : props.count))
</script>

<template>
  <section class="panel" :aria-label="guided ? 'How it is done' : 'Finding'">
    <div v-if="step" class="two" role="tablist" aria-label="What is shown of the step" @keydown="turn">
      <button
        id="tab-finding"
        type="button"
        role="tab"
        aria-controls="of-step"
        :aria-selected="!guided"
        :tabindex="guided ? -1 : 0"
        @click="guided = false"
      >
        {{ trying ? 'What it would do' : finding ? 'Finding' : 'Times' }}
      </button>
      <button
        id="tab-how"
        type="button"
        role="tab"
        aria-controls="of-step"
        :aria-selected="guided"
        :tabindex="guided ? 0 : -1"
        @click="guided = true"
      >
        How it is done
      </button>
    </div>
    <div
      id="of-step"
      class="of-step"
      :role="step ? 'tabpanel' : undefined"
      :aria-labelledby="step ? (guided ? 'tab-how' : 'tab-finding') : undefined"
    >
      <StepGuide v-if="step && guided" :step="step.id" />
      <template v-else>
        <p v-if="elsewhere" class="elsewhere" :class="elsewhere.state" aria-live="polite">
          <StateMark :state="elsewhere.state" :size="15" quiet />
          <span
            ><b class="figure">{{ store.moment?.clock }}</b
            >: {{ elsewhere.words }}</span
          >
          <button type="button" class="act" title="Pin it to the moment (p)" :disabled="busy" @click="emit('pin')">
            Pin it there
          </button>
        </p>
        <template v-if="finding">
          <h2 class="title" :class="finding.state">
            <StateMark :state="finding.state" :size="17" quiet />
            <span class="visually-hidden">{{ severity[finding.severity] }}: </span>{{ finding.title }}
          </h2>
          <button
            v-if="!trying && fixes[0]"
            type="button"
            class="fix"
            :class="{ first: finding.severity !== 'note' }"
            data-key="Enter"
            :disabled="busy"
            @click="emit('fix', 0)"
          >
            <span class="words">{{ fixes[0].words }}</span>
            <span class="effect"
              ><span class="figure">{{ fixes[0].start }}</span
              ><span>{{ fixes[0].effect }}</span></span
            >
          </button>
          <p v-else-if="!trying && store.looking" class="soft small waits" role="status">Trying what could be done…</p>
          <p v-if="finding.mend" class="mend"><b>What can be done now:</b> {{ finding.mend }}</p>
          <p class="because" aria-live="polite">{{ finding.because }}</p>
          <details v-if="finding.odds.length" class="why">
            <summary>How likely</summary>
            <p v-for="line in finding.odds" :key="line" class="small">{{ line }}</p>
          </details>
          <details class="why">
            <summary>Why</summary>
            <p>{{ finding.reason }}</p>
            <p v-if="finding.figure" class="soft small">{{ finding.figure }}</p>
            <p class="soft small">
              Evidence: {{ finding.evidence }}.
              <RouterLink :to="{ name: 'workings', hash: `#${finding.rule}` }">Workings: {{ finding.rule }}</RouterLink>
            </p>
          </details>
          <div v-if="!trying" class="fixes">
            <button
              v-for="(x, i) in fixes.slice(1)"
              :key="i"
              type="button"
              class="fix"
              :disabled="busy"
              @click="emit('fix', i + 1)"
            >
              <span class="words">{{ x.words }}</span>
              <span class="effect"
                ><span class="figure">{{ x.start }}</span
                ><span>{{ x.effect }}</span></span
              >
            </button>
            <button
              v-if="finding.asks && !store.ways && !store.looking"
              type="button"
              class="ask"
              @click="store.lookForWays"
            >
              What could be done about it
            </button>
            <p v-else-if="!fixes.length && !finding.was && !store.looking" class="soft small">
              {{
                finding.severity === 'note'
                  ? 'Nothing needs to be done about it.'
                  : 'No single change to this plan removes it.'
              }}
            </p>
          </div>
        </template>
        <template v-else-if="step">
          <h2 class="title safe"><StateMark state="safe" :size="17" quiet /> Nothing to worry about here</h2>
        </template>

        <dl v-if="step && !trying" class="times">
          <dt>{{ step.kind === 'done' ? 'Done' : step.kind === 'pinned' ? 'Pinned to' : 'Begins' }}</dt>
          <dd class="figure">{{ clock(step.kind === 'done' ? step.end : step.start) }}</dd>
          <template v-if="step.opens && step.closes">
            <dt>Window opens</dt>
            <dd class="figure">{{ clock(step.opens) }}</dd>
          </template>
          <template v-if="step.trail">
            <dt>Touch-dry</dt>
            <dd class="figure">{{ clock(step.touch_dry) }}</dd>
            <dt>Ready for a coat</dt>
            <dd class="figure">{{ clock(step.ready) }}</dd>
            <dd v-if="step.spread" class="spread soft">{{ step.spread }}</dd>
          </template>
        </dl>
        <details
          v-if="step && !trying"
          ref="why"
          class="why"
          @toggle="asked = ($event.target as HTMLDetailsElement).open"
        >
          <summary>Why this date, and what if</summary>
          <StepWhy v-if="asked" :step="step.id" @there="toWhy" />
        </details>
      </template>
    </div>

    <footer v-if="count && !trying" class="pager">
      <button type="button" class="turn" aria-label="Finding before" @click="emit('go', -1)">‹</button>
      <span class="soft small">{{
        finding ? `finding ${place + 1} of ${count}` : `${other} ${other === 1 ? 'finding' : 'findings'} elsewhere`
      }}</span>
      <button type="button" class="turn" aria-label="Next finding" data-key="f" @click="emit('go', 1)">›</button>
    </footer>
  </section>
</template>

<style scoped>
.ask {
  justify-self: start;
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: var(--ink);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}
.two {
  display: flex;
  gap: 16px;
  border-bottom: 1px solid var(--line);
}
.two button {
  padding: 6px 0;
  border: 0;
  background: none;
  color: var(--soft);
  font: 600 16px var(--heading);
  cursor: pointer;
}
.two button[aria-selected='true'] {
  color: var(--ink);
  box-shadow: inset 0 -3px 0 var(--ink);
}
.times .spread {
  grid-column: 1 / -1;
  text-align: right;
  font-size: 13px;
}
.panel,
.of-step {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
.title {
  display: flex;
  gap: 8px;
  align-items: baseline;
  font-size: 19px;
  line-height: 1.2;
}
.bite {
  color: var(--bite);
}
.wait {
  color: var(--wait);
}
.note {
  color: var(--note);
}
.safe {
  color: var(--safe);
}
.title,
.because,
.words {
  overflow-wrap: anywhere;
}
.because {
  font-size: 16px;
}
.mend {
  font-size: 15px;
}
.waits {
  min-height: 46px; /* nothing moves when the way comes */
}
.elsewhere {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  padding: 4px 0 6px;
  border-bottom: 1px solid var(--line);
}
.elsewhere span {
  color: var(--ink);
}
.small {
  font-size: 13px;
}
.why summary {
  cursor: pointer;
  font-size: 14px;
  text-decoration: underline;
  text-underline-offset: 2px;
}
.why p {
  font-size: 14px;
  margin-top: 4px;
}
.fixes {
  display: grid;
  gap: 6px;
}
.fix {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 10px;
  align-items: center;
  min-height: 46px;
  padding: 4px 12px;
  border: 1px solid var(--line);
  border-radius: 2px;
  background: var(--raised);
  color: var(--ink);
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.fix:hover {
  border-color: var(--ink);
}
.fix.first {
  background: var(--action);
  border-color: var(--action);
  color: var(--on-action);
}
.fix:disabled {
  opacity: 0.6;
  cursor: progress;
}
.words {
  font-weight: 600;
}
.effect {
  display: grid;
  justify-items: end;
  font-size: 13px;
  line-height: 1.25;
}
.times {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 1px 12px;
  margin: 0;
  padding-top: 6px;
  border-top: 1px solid var(--line);
  font-size: 14px;
}
.times dt {
  color: var(--soft);
}
.times dd {
  margin: 0;
  text-align: right;
}
.pager {
  display: flex;
  align-items: center;
  gap: 8px;
}
.turn {
  width: 34px;
  height: 34px;
  border: 1px solid var(--line);
  border-radius: 2px;
  background: none;
  color: inherit;
  font-size: 18px;
  line-height: 1;
  cursor: pointer;
}
.pager span {
  white-space: nowrap;
}
.keys {
  margin-left: auto;
}
</style>
