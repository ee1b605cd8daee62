<script setup lang="ts">
import { computed } from 'vue'

import StepGlyph from '../../shared/StepGlyph.vue'
import { ink, onInk, type Ticket } from './lanes'

/** A step on its lane: the ticket of its work, its film hardening, the tick when it is ready, its wipe window. */
const props = defineProps<{ ticket: Ticket; chosen: boolean; height: number; reach: number; lifted: boolean }>()
const middle = computed(() => props.height / 2)
const plate = 20
const middleOf = (part = { x: 0, width: 0 }) => part.x + part.width / 2
</script>

<template>
  <g>
    <rect
      v-if="ticket.trail"
      :x="ticket.trail.x"
      :y="middle - 4"
      :width="ticket.trail.width"
      height="8"
      :fill="`url(#${ticket.trail.id})`"
      class="trail"
    />
    <line v-if="ticket.ready" :x1="ticket.ready" :x2="ticket.ready" :y1="middle + 5" :y2="middle + 13" class="ready" />
    <path
      v-if="ticket.window"
      :d="`M${ticket.window.from} ${middle - 11}v22h${ticket.window.to - ticket.window.from}v-22`"
      class="window"
    />
    <text
      v-if="ticket.word === 'beside'"
      :x="ticket.x + ticket.width + 4"
      :y="middle + 4"
      class="word halo"
      aria-hidden="true"
    >
      {{ ticket.step.short }}
    </text>
    <g
      class="ticket"
      :class="[ticket.step.kind, { chosen, lifted, overdue: ticket.step.overdue }]"
      role="button"
      :tabindex="chosen ? 0 : -1"
      :aria-label="`${ticket.step.short}: ${ticket.step.number} ${ticket.step.name}, ${ticket.step.when}`"
      :data-step="ticket.step.id"
    >
      <title>{{ ticket.step.number }} {{ ticket.step.name }}: {{ ticket.step.detail }}, {{ ticket.step.when }}</title>
      <rect
        :x="ticket.x + Math.min(0, (ticket.width - reach) / 2)"
        y="0"
        :width="Math.max(reach, ticket.width)"
        :height="height"
        fill="transparent"
      />
      <path v-if="ticket.step.kind === 'pinned'" :d="`M${ticket.x + 3} ${middle - plate / 2}v-4m-3 0h6`" class="pin" />
      <line
        v-if="ticket.parts.length > 1"
        :x1="ticket.x"
        :x2="ticket.x + ticket.width"
        :y1="middle"
        :y2="middle"
        class="between"
      />
      <rect
        v-for="(part, i) in ticket.parts"
        :key="i"
        :x="part.x"
        :y="middle - plate / 2"
        :width="part.width"
        :height="plate"
        :fill="ink(ticket.step)"
        class="plate"
      />
      <StepGlyph
        v-if="ticket.word !== 'in'"
        :x="middleOf(ticket.parts[0]) - 5"
        :y="middle - 5"
        :act="ticket.step.do"
        :colour="onInk(ticket.step)"
      />
      <text v-if="ticket.word === 'in'" :x="ticket.x + 4" :y="middle + 4" class="word" :fill="onInk(ticket.step)">
        {{ ticket.step.short }}
      </text>
      <text v-else-if="ticket.word === 'beside'" :x="ticket.x + ticket.width + 4" :y="middle + 4" class="word beside">
        {{ ticket.step.short }}
      </text>
      <rect
        v-if="ticket.step.state === 'bite' || ticket.step.overdue"
        :x="ticket.x - 1.5"
        :y="middle - plate / 2 - 1.5"
        :width="ticket.width + 3"
        :height="plate + 3"
        :class="ticket.step.state === 'bite' ? 'bitten' : 'late'"
      />
    </g>
  </g>
</template>

<style scoped>
.trail {
  pointer-events: none;
}
.ready {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.window {
  fill: none;
  stroke: var(--wait);
  stroke-width: 2;
  pointer-events: none;
}
.ticket {
  cursor: grab;
}
.ticket.done {
  cursor: pointer;
}
.ticket.chosen {
  touch-action: none;
}
.ticket:focus-visible {
  outline: none;
}
.ticket:focus-visible .plate {
  stroke: var(--note);
  stroke-width: 4;
  stroke-opacity: 1;
}
.lifted {
  opacity: 0.45;
}
.plate {
  stroke: var(--ink);
  stroke-opacity: 0.75;
}
.between {
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-dasharray: 2 3;
}
.pin {
  stroke: var(--ink);
  stroke-width: 2;
  fill: none;
}
.done .plate {
  stroke-opacity: 0.3;
}
.begun .plate,
.pinned .plate {
  stroke-width: 2;
  stroke-opacity: 1;
}
.chosen .plate {
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-opacity: 1;
}
.bitten,
.late {
  fill: none;
  stroke: var(--bite);
  stroke-width: 2;
}
.late {
  stroke: var(--wait);
  stroke-dasharray: 3 2;
}
.word {
  font: 600 12.5px var(--v-font-body);
  pointer-events: none;
}
.beside {
  fill: var(--ink);
}
.halo {
  fill: none;
  stroke: var(--raised);
  stroke-width: 4px;
  stroke-linejoin: round;
}
</style>
