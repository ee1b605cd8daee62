<script setup lang="ts">
import { computed, ref } from 'vue'

import CautionMark from '../../shared/CautionMark.vue'
import type { Core } from '../../wire'
import { bite, cuts, edge } from './core'
import RiskSlope from './RiskSlope.vue'

const props = defineProps<{ core: Core; cautions: readonly string[]; at: number; told: boolean }>() // told: the finding beside it says the same

const left = 0
const across = 132
const top = 34
const films = computed(() => cuts(props.core.films, top, props.core.slope.length ? 236 : 270))
const height = computed(() => {
  const last = films.value.at(-1)
  return (last ? last.y + last.height : top) + 4
})
const what = computed(() => {
  const d = props.core.drop
  return [d?.carries, d?.standing && `stands ${d.standing}`].filter(Boolean).join(', ')
})
/** A name that has room beside its film; the whole one is in the table and on hover. */
const brief = (name: string) => (name.length > 20 ? `${name.slice(0, 19).trimEnd()}…` : name)
const asked = ref('') // the film whose hardness is asked about, by its step
const answer = computed(() => props.core.films.find((f) => f.step && f.step === asked.value))
const percent = (hard: number) => `${Math.round(100 * hard)} %`
const deep = (c: { film: { depth_um: number; thickness_um: number; loss_um: number }; height: number }) =>
  Math.max(8, c.height * Math.min(1, c.film.depth_um / c.film.thickness_um))
</script>

<template>
  <div class="core">
    <div class="liquid">
      <p class="drop-name">
        {{
          core.drop ? `${core.drop.name}, ${core.drop.contact}` : core.step ? 'A dry step' : 'Nothing more planned here'
        }}
      </p>
      <p v-if="core.drop" class="drop-what">{{ what }}</p>
      <ul v-if="cautions.length" class="cautions" aria-label="Cautions">
        <li v-for="c in cautions" :key="c"><CautionMark /> {{ c }}</li>
      </ul>
    </div>
    <RiskSlope :slope="core.slope" :at="at" />
    <svg :viewBox="`0 0 290 ${height}`" width="100%" role="group" :aria-label="`Cut through the films: ${core.words}`">
      <defs>
        <pattern id="soft-hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="7" class="hatch" />
        </pattern>
        <pattern id="clear-film" width="9" height="9" patternUnits="userSpaceOnUse">
          <rect width="9" height="9" class="clear-ground" />
          <path d="M2 2h1M6 6h1" class="clear-dot" />
        </pattern>
      </defs>

      <path
        v-if="core.drop?.standing"
        :d="`M${left + 14} ${top}c4-20 22-30 ${across / 2 - 14}-30s${across / 2 - 18} 10 ${across / 2 - 14} 30z`"
        class="drop"
      />

      <g v-for="(c, i) in films" :key="c.film.step || 'plastic'">
        <rect
          :x="left"
          :y="c.y"
          :width="across"
          :height="c.height"
          :fill="c.film.clear ? 'url(#clear-film)' : c.film.colour"
        />
        <rect
          v-if="c.film.hardens && c.film.hard < 0.995"
          :x="left"
          :y="c.y"
          :width="across"
          :height="c.height * (1 - c.film.hard)"
          fill="url(#soft-hatch)"
        />
        <path
          v-if="c.film.chance"
          :d="bite(left, c.y, across, deep(c), i === 0 ? 1 : 0.5)"
          class="ragged"
          :style="{ fillOpacity: 0.08 + 0.64 * c.film.chance, strokeOpacity: 0.25 + 0.75 * c.film.chance }"
        />
        <g v-if="c.film.bitten && c.film.depth_um > 0">
          <rect :x="left + across / 2 - 36" :y="c.y + 8" width="72" height="19" class="tag" />
          <text :x="left + across / 2" :y="c.y + 22" text-anchor="middle" class="depth">
            −{{ c.film.loss_um.toFixed(2) }} µm
          </text>
        </g>
        <path :d="edge(c.film.sheen, left, c.y, across)" class="edge" />
        <line :x1="left + across" x2="290" :y1="c.y" :y2="c.y" class="scribe" />
        <text :x="across + 10" :y="c.y + 15" class="film-name">
          {{ brief(c.film.name) }}
          <title>{{ c.film.name }}</title>
        </text>
        <text :x="across + 10" :y="c.y + 30" class="film-detail">
          {{ c.film.detail }}
        </text>
        <text v-if="c.film.bitten" :x="across + 10" :y="c.y + 54" class="hard bitten">
          {{ percent(c.film.hard) }}
          <tspan dx="-5" class="film-detail">hard</tspan>
        </text>
        <text
          v-else-if="c.film.hardens && c.film.step && c.height >= 52"
          :x="across + 10"
          :y="c.y + 45"
          class="film-detail"
        >
          {{ c.film.phase }}, {{ percent(c.film.hard) }} hard
        </text>
        <rect
          v-if="c.film.step"
          :x="left"
          :y="c.y"
          width="290"
          :height="c.height"
          class="ask"
          tabindex="0"
          role="button"
          :aria-label="`Why: ${c.film.name}, ${percent(c.film.hard)} hard`"
          :aria-pressed="asked === c.film.step"
          @click="asked = asked === c.film.step ? '' : c.film.step"
          @keydown.enter.prevent.stop="asked = asked === c.film.step ? '' : c.film.step"
        />
      </g>
      <line x1="0" :y1="height - 3" x2="290" :y2="height - 3" class="scribe" />
    </svg>
    <p v-if="core.more" class="soft legend">{{ core.more }} more films lie above the plastic.</p>
    <p v-if="!told" class="verdict" :class="core.state" aria-live="polite">{{ core.words }}</p>
    <p v-if="answer" class="answer" aria-live="polite">
      <b>{{ answer.name }}.</b> {{ answer.why }}
    </p>
    <details class="soft legend">
      <summary>Legend</summary>
      <p>
        Touch a film to ask where its hardness comes from. Thickness on a log scale. Hatched: not yet hard. Upper edge:
        smooth is gloss, toothed is flat.
      </p>
    </details>
    <div class="visually-hidden">
      <table>
        <caption>
          Films at this moment, the top one first
        </caption>
        <thead>
          <tr>
            <th>Film</th>
            <th>Thickness</th>
            <th>State</th>
            <th>Hard</th>
            <th>Softened</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="f in core.films" :key="f.step">
            <td>{{ f.name }}</td>
            <td>{{ f.detail }}</td>
            <td>{{ f.phase }}</td>
            <td>{{ percent(f.hard) }}</td>
            <td>
              {{
                f.chance
                  ? `${Math.round(100 * f.chance)} of 100: ${f.loss_um.toFixed(2)} µm off, ${f.depth_um} µm deep`
                  : 'hardly'
              }}
            </td>
            <td>{{ f.why }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>

<style scoped>
.ask {
  fill: transparent;
  cursor: pointer;
}
.ask:focus-visible {
  outline: 2px solid var(--action);
  outline-offset: -2px;
}
.answer {
  font-size: 14px;
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
.drop-name {
  font-weight: 600;
}
.drop-what {
  font-size: 14px;
  color: var(--soft);
}
.cautions {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  font-size: 13px;
}
.film-detail,
.hard .film-detail {
  font: 400 13px var(--v-font-body);
  fill: var(--soft);
}
.film-name {
  font: 600 14px var(--v-font-body);
  fill: var(--ink);
}
.drop {
  fill: var(--note);
  fill-opacity: 0.16;
  stroke: var(--note);
  stroke-width: 1.5;
}
.hatch {
  stroke: var(--ink);
  stroke-opacity: 0.28;
  stroke-width: 1.4;
}
.clear-ground {
  fill: var(--raised);
}
.clear-dot {
  stroke: var(--line);
}
.edge {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.scribe {
  stroke: var(--line);
}
.ragged {
  fill: var(--bite);
  stroke: var(--bite);
  stroke-width: 1.5;
}
.tag {
  fill: var(--sheet);
  stroke: var(--bite);
}
.depth {
  font: 600 13px var(--mono);
  fill: var(--ink);
}
.hard {
  font: 700 21px var(--mono);
}
.bitten.hard {
  fill: var(--bite);
}
.verdict {
  font-weight: 600;
  margin-top: 6px;
}
.verdict.bite {
  color: var(--bite);
}
.verdict.safe {
  color: var(--safe);
}
.legend {
  font-size: 13px;
  margin-top: 4px;
}
</style>
