<script setup lang="ts">
import { computed } from 'vue'

import ChoiceRow from '../builds/ChoiceRow.vue'
import StateMark from '../shared/StateMark.vue'
import type { CoatSpray } from '../wire'

/** How the airbrush is set for a coat, what becomes of the drops on their way, and what comes of it all together. */
const props = defineProps<{ spray: CoatSpray }>()
const dials = defineModel<Record<string, string>>({ required: true })
const turn = (id: string, v: string) => (dials.value = { ...dials.value, [id]: v })
const share = (v: number) => `${Math.round(100 * v)} %`
const far = computed(() => 24 + (Math.min(30, props.spray.distance_cm) / 30) * 210)
const drops = computed(() =>
  Array.from({ length: 46 }, (_, i) => {
    const t = ((i * 37) % 46) / 46
    const dry = i / 46 < props.spray.dust && t > 0.6
    return {
      x: 24 + t * (far.value - 24),
      y: 50 + Math.sin(i * 12.9) * (3 + 26 * t),
      r: (dry ? 0.9 : 2.6 * Math.cbrt(1 - (1 - props.spray.left) * t)) * 1,
      dry,
    }
  }),
)
</script>

<template>
  <section class="spraying" aria-label="How it is sprayed">
    <svg
      viewBox="0 0 300 104"
      role="img"
      :aria-label="`From ${spray.distance_cm} cm, ${share(spray.left)} of the liquid lands`"
    >
      <path :d="`M24 50 L${far} 20 V80 Z`" class="cone" />
      <path d="M2 46 h16 l6 4 l-6 4 h-16 z" class="nozzle" />
      <circle v-for="(d, i) in drops" :key="i" :cx="d.x" :cy="d.y" :r="d.r" :class="{ dry: d.dry }" />
      <line :x1="far" :x2="far" y1="8" y2="92" class="wall" />
      <text x="2" y="100">drops of {{ spray.drop }} µm at {{ spray.drop_c }} °C</text>
      <text :x="Math.min(far + 6, 236)" y="22">{{ share(spray.dust) }} dry</text>
      <text :x="Math.min(far + 6, 236)" y="40">{{ share(spray.water) }} water</text>
      <text :x="Math.min(far + 6, 236)" y="58">{{ share(spray.left) }} liquid</text>
    </svg>
    <ChoiceRow
      label="Sprayed with"
      :choices="[
        { id: '', words: 'airbrush' },
        { id: 'true', words: 'can' },
      ]"
      :chosen="spray.can ? 'true' : ''"
      @choose="(v) => (dials = v ? { can: String(v) } : {})"
    />
    <div class="knobs">
      <label v-for="k in spray.dials" :key="k.id" class="slide"
        ><span class="plate">{{ k.words }}</span
        ><output :class="{ off: k.off }">{{ dials[k.id] ?? k.is }}</output>
        <input
          type="range"
          :min="k.least"
          :max="k.most"
          :step="k.step"
          :value="dials[k.id] ?? k.is"
          :aria-label="k.words"
          @input="turn(k.id, ($event.target as HTMLInputElement).value)"
        />
        <span class="soft small">usual {{ k.from }} to {{ k.to }}</span>
      </label>
    </div>
    <p>
      It lands {{ spray.lands }}. <span class="soft small">{{ spray.words }}</span>
    </p>
    <ol class="small led">
      <li v-for="c in spray.coats" :key="c">{{ c }}</li>
      <li>It takes {{ spray.takes }}.</li>
    </ol>
    <ul class="comes">
      <li v-for="c in spray.comes" :key="c.id">
        <StateMark :state="c.state" /> <span>{{ c.words }}</span>
        <span class="bar" aria-hidden="true"
          ><i :style="{ width: `${Math.min(100, 100 * c.share)}%` }" :class="c.state"
        /></span>
        <span class="visually-hidden">{{ share(c.share) }} of what would be too much</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.spraying {
  display: grid;
  gap: 8px;
}
svg {
  width: 100%;
  max-width: 380px;
}
.cone {
  fill: var(--ink);
  opacity: 0.1;
}
.nozzle {
  fill: var(--ink);
}
circle {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 0.7;
}
circle.dry {
  fill: var(--ink);
}
.wall {
  stroke: var(--ink);
  stroke-width: 5;
}
text {
  fill: var(--ink);
  font: 13px var(--v-font-body);
}
.knobs {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
}
.knobs label {
  display: grid;
  grid-template-columns: 1fr auto;
}
.knobs input,
.knobs .small {
  grid-column: 1 / -1;
  width: 100%;
  accent-color: var(--ink);
}
.knobs input {
  min-height: 32px;
}
.led {
  margin: 0;
  padding: 0;
  list-style: none;
}
.off {
  font-weight: 700;
  text-decoration: underline dotted;
}
.comes {
  display: grid;
  gap: 2px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.comes li {
  display: grid;
  grid-template-columns: 20px 7em 1fr;
  gap: 6px;
  align-items: center;
}
.bar {
  height: 6px;
  border-right: 2px solid var(--ink);
  border-bottom: 1px solid var(--line);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--safe);
}
.bar i.wait {
  background: var(--wait);
}
.bar i.bite {
  background: var(--bite);
}
</style>
