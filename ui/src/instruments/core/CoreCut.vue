<script setup lang="ts">
import { computed } from 'vue'

import type { Core } from '../../wire'
import { bite, cuts, edge } from './core'

const props = defineProps<{ core: Core }>()

const left = 0
const across = 158
const top = 74
const films = computed(() => cuts(props.core.films, top, 270))
const height = computed(() => {
  const last = films.value.at(-1)
  return (last ? last.y + last.height : top) + 4
})
const percent = (hard: number) => `${Math.round(100 * hard)} %`
const deep = (c: { film: { depth_um: number; thickness_um: number; loss_um: number }; height: number }) =>
  Math.max(8, c.height * Math.min(1, c.film.depth_um / c.film.thickness_um))
</script>

<template>
  <div class="core">
    <svg :viewBox="`0 0 290 ${height}`" width="100%" role="img" :aria-label="`Cut through the films: ${core.words}`">
      <defs>
        <pattern id="soft-hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="7" class="hatch" />
        </pattern>
        <pattern id="clear-film" width="9" height="9" patternUnits="userSpaceOnUse">
          <rect width="9" height="9" class="clear-ground" />
          <path d="M2 2h1M6 6h1" class="clear-dot" />
        </pattern>
      </defs>

      <g v-if="core.drop">
        <text x="0" y="14" class="drop-name">{{ core.drop.name }}, {{ core.drop.contact }}</text>
        <text x="0" y="31" class="drop-what">
          {{ core.drop.carries }}{{ core.drop.carries && core.drop.standing ? ', ' : ''
          }}{{ core.drop.standing ? `stands ${core.drop.standing}` : '' }}
        </text>
        <path
          v-if="core.drop.standing"
          :d="`M${left + 18} ${top}c4-22 26-36 ${across / 2 - 18}-36s${across / 2 - 22} 14 ${across / 2 - 18} 36z`"
          class="drop"
        />
      </g>
      <text v-else x="0" y="14" class="drop-name">{{ core.step ? 'A dry step' : 'Nothing more planned here' }}</text>

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
        <path v-if="c.film.bitten" :d="bite(left, c.y, across, deep(c), i === 0 ? 1 : 0.5)" class="ragged" />
        <g v-if="c.film.bitten && c.film.depth_um > 0">
          <rect :x="left + across / 2 - 27" :y="c.y + 8" width="54" height="19" class="tag" />
          <text :x="left + across / 2" :y="c.y + 22" text-anchor="middle" class="depth">{{ c.film.depth_um }} µm</text>
        </g>
        <path :d="edge(c.film.sheen, left, c.y, across)" class="edge" />
        <line :x1="left + across" x2="290" :y1="c.y" :y2="c.y" class="scribe" />
        <text :x="across + 10" :y="c.y + 17" class="film-name">{{ c.film.name }}</text>
        <text :x="across + 10" :y="c.y + 33" class="film-detail">
          {{ c.film.detail }}
        </text>
        <text v-if="c.film.bitten" :x="across + 10" :y="c.y + 58" class="hard bitten">{{ percent(c.film.hard) }}</text>
        <text v-if="c.film.bitten && c.height >= 62" :x="across + 68" :y="c.y + 58" class="film-detail">hard</text>
        <text
          v-else-if="c.film.hardens && c.film.step && !c.film.bitten && c.height >= 52"
          :x="across + 10"
          :y="c.y + 48"
          class="film-detail"
        >
          {{ c.film.phase }}, {{ percent(c.film.hard) }} hard
        </text>
      </g>
      <line x1="0" :y1="height - 3" x2="290" :y2="height - 3" class="scribe" />
    </svg>
    <p class="verdict" :class="core.state" aria-live="polite">{{ core.words }}</p>
    <p class="soft legend">
      Thickness on a log scale. Hatched: not yet hard. Upper edge: smooth is gloss, toothed is flat.
    </p>
    <table class="visually-hidden">
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
        </tr>
      </thead>
      <tbody>
        <tr v-for="f in core.films" :key="f.step">
          <td>{{ f.name }}</td>
          <td>{{ f.detail }}</td>
          <td>{{ f.phase }}</td>
          <td>{{ percent(f.hard) }}</td>
          <td>{{ f.bitten ? `${f.depth_um} µm` : 'no' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.drop-name {
  font: 600 15px var(--v-font-body);
  fill: var(--ink);
}
.drop-what,
.film-detail {
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
  fill-opacity: 0.72;
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
