<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, reactive, ref, watch } from 'vue'

import { api } from '../api'
import { rangeOf, useTrade } from '../edit/useTrade'
import StateMark from '../shared/StateMark.vue'
import { useNewest } from '../shared/useNewest'
import { useUnits } from '../shared/useUnits'
import type { Dial, Guide, PlanSpray } from '../wire'
import GuideRows from './GuideRows.vue'
import ShineScale from './ShineScale.vue'
import SquintRow from './SquintRow.vue'
import { useBuild } from './useBuild'

/** How the step is done at the bench: what goes into the cup, how the airbrush is set, what it leaves. */
const props = defineProps<{ step: string }>()
const store = useBuild()
const trade = useTrade()
const units = useUnits()
const asked = useNewest<Guide>((words) => (store.said = words))
const guide = asked.value
const ml = (v: number) => units.liquid(v, trade.value?.drop_ml ?? 0)

// The airbrush's dials; they ask again when one is turned.
const set = reactive({ needle: 0, psi: 0, distance: 0, thinning: 0 })
const turned = ref(false)
async function read() {
  const b = store.build
  if (!b) return
  const got = await asked.ask(() => api.guide(b.slug, props.step, turned.value ? { ...set } : undefined))
  const c = got?.cup
  if (c?.sprayed && !turned.value)
    Object.assign(set, {
      needle: c.needle_mm.is,
      psi: c.psi.is,
      distance: c.distance_cm.is,
      thinning: c.thinning.is,
    })
}
watch(
  () => [props.step, store.build],
  () => {
    turned.value = false
    void read()
  },
  { immediate: true },
)
watchDebounced(
  () => turned.value && JSON.stringify(set),
  (now) => now && void read(),
  { debounce: 120 },
)
function turn(key: keyof typeof set, v: number) {
  set[key] = v
  turned.value = true
}
const dials = computed(() => {
  const c = guide.value?.cup
  if (!c?.sprayed) return []
  const one = (key: keyof typeof set, label: string, d: Dial, text: string) => ({
    key,
    label,
    range: d,
    turn: rangeOf(key),
    text,
  })
  return [
    one('needle', 'Needle', c.needle_mm, `${set.needle.toFixed(2)} mm`),
    one('psi', 'Pressure', c.psi, units.psi(set.psi)),
    one('distance', 'Distance', c.distance_cm, `${set.distance} cm`),
    one('thinning', 'Thinner to 1 part', c.thinning, set.thinning.toFixed(1)),
  ]
})
const usual = (d: Dial, key: string) => {
  const show = (v: number) => (key === 'psi' ? units.psi(v) : String(Math.round(v * 100) / 100))
  return d.from === d.to ? `usually ${show(d.from)}` : `usually ${show(d.from)} to ${show(d.to)}`
}
async function put(spray?: PlanSpray) {
  const s = store.planStep
  if (!s) return
  const step = { ...s }
  if (spray) step.spray = spray
  else delete step.spray
  const refused = await store.edit({ do: 'put-step', of: s.id, step })
  if (refused) store.said = refused
}
const keep = () => put({ needle_mm: set.needle, psi: set.psi, distance_cm: set.distance, thinning: set.thinning })
const usualAgain = () => put()
const spraying = (min: number) => (min < 1.5 ? `${Math.max(1, Math.round(min * 60))} s` : `${min} min`)
</script>

<template>
  <div v-if="guide" class="guide">
    <template v-if="guide.squint">
      <h3>With half-closed eyes</h3>
      <SquintRow :squint="guide.squint" />
    </template>
    <template v-if="guide.shine">
      <h3>Gloss</h3>
      <ShineScale :shine="guide.shine" />
    </template>
    <GuideRows v-for="b in guide.blocks" :key="b.title" :block="b" />
    <template v-if="guide.cup">
      <h3>In the cup</h3>
      <dl>
        <dt>To mix, {{ guide.cup.for }} and losses</dt>
        <dd>
          <button
            type="button"
            class="link figure"
            title="ml or drops"
            @click="units.amount.value = units.amount.value === 'ml' ? 'drops' : 'ml'"
          >
            {{ ml(guide.cup.mixed_ml) }}
          </button>
        </dd>
        <template v-if="guide.cup.thinner_ml > 0">
          <dt>of the product</dt>
          <dd class="figure">{{ ml(guide.cup.product_ml) }}</dd>
          <dt>of its thinner</dt>
          <dd class="figure">{{ ml(guide.cup.thinner_ml) }}</dd>
        </template>
        <template v-if="guide.cup.sprayed">
          <dt>Fillings of the cup</dt>
          <dd class="figure">{{ guide.cup.cups }}</dd>
          <dt>Passes for a coat</dt>
          <dd class="figure">{{ guide.cup.passes }}, {{ spraying(guide.cup.minutes) }}</dd>
        </template>
        <template v-if="guide.cup.coats > 1">
          <dt>Flash off between coats</dt>
          <dd class="figure">{{ guide.cup.flash }}</dd>
        </template>
      </dl>
      <template v-if="guide.cup.sprayed">
        <h3>The airbrush, for {{ guide.cup.use }}</h3>
        <label v-for="d in dials" :key="d.key" class="dial">
          <span>{{ d.label }}</span>
          <input
            type="range"
            :min="d.turn.from"
            :max="d.turn.to"
            :step="d.turn.step"
            :value="set[d.key]"
            :aria-valuetext="d.text"
            @input="turn(d.key, Number(($event.target as HTMLInputElement).value))"
          />
          <button
            v-if="d.key === 'psi'"
            type="button"
            class="link figure"
            title="psi or bar"
            @click="units.pressure.value = units.pressure.value === 'psi' ? 'bar' : 'psi'"
          >
            {{ d.text }}
          </button>
          <span v-else class="figure">{{ d.text }}</span>
          <span class="soft usual">{{ usual(d.range, d.key) }}</span>
        </label>
        <p class="soft small">The usual ranges: {{ guide.cup.evidence }}.</p>
        <div v-if="turned || guide.cup.own" class="buttons">
          <v-btn v-if="turned" variant="outlined" @click="keep">Keep this setting</v-btn>
          <v-btn v-if="guide.cup.own" variant="outlined" @click="usualAgain">Back to the usual</v-btn>
        </div>
        <p aria-live="polite"><StateMark :state="guide.cup.state" quiet /> {{ guide.cup.words }}</p>
        <p><StateMark :state="guide.cup.fit ? 'safe' : 'wait'" quiet /> {{ guide.cup.weather }}</p>
      </template>
      <p v-else class="soft">{{ guide.cup.words }}</p>
    </template>
    <template v-if="guide.tools.length">
      <h3>With what</h3>
      <dl>
        <template v-for="t in guide.tools" :key="t.label">
          <dt>{{ t.label }}</dt>
          <dd>{{ t.value }}</dd>
        </template>
      </dl>
    </template>
    <h3>At the bench</h3>
    <ul class="ways">
      <li v-for="w in guide.ways" :key="w">{{ w }}</li>
    </ul>
    <GuideRows v-if="guide.later" :block="guide.later" />
  </div>
</template>

<style scoped>
.small {
  font-size: 13px;
}
.buttons {
  display: flex;
  gap: 8px;
}
.guide {
  display: grid;
  gap: 8px;
  font-size: 14px;
}
.guide :deep(h3) {
  font-size: 16px;
  margin-top: 4px;
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 12px;
  margin: 0;
}
dd {
  margin: 0;
  text-align: right;
}
.dial {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr) 66px;
  gap: 0 8px;
  align-items: center;
}
.dial .figure {
  text-align: right;
}
.dial .usual {
  grid-column: 2 / 4;
  font-size: 12px;
}
input[type='range'] {
  accent-color: var(--action);
  min-height: 24px;
}
.ways {
  margin: 0;
  padding-left: 18px;
}
.ways li {
  padding: 2px 0;
}
</style>
