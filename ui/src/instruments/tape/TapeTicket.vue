<script setup lang="ts">
import StepGlyph from '../../shared/StepGlyph.vue'
import { ink, onInk, type Ticket } from './lanes'

/** A step on its lane: the ticket of its work, its film hardening, the tick when it is ready, its wipe window. */
defineProps<{ ticket: Ticket; chosen: boolean }>()
defineEmits<{ choose: [] }>()
</script>

<template>
  <g>
    <rect
      v-if="ticket.trail"
      :x="ticket.trail.x"
      y="11"
      :width="ticket.trail.width"
      height="8"
      :fill="`url(#${ticket.trail.id})`"
      class="trail"
    />
    <line v-if="ticket.ready" :x1="ticket.ready" :x2="ticket.ready" y1="20" y2="28" class="ready" />
    <path
      v-if="ticket.window"
      :d="`M${ticket.window.from} 5v20h${ticket.window.to - ticket.window.from}v-20`"
      class="window"
    />
    <text v-if="ticket.word === 'beside'" :x="ticket.x + ticket.width + 4" y="19" class="word halo" aria-hidden="true">
      {{ ticket.step.short }}
    </text>
    <g class="ticket" :class="[ticket.step.kind, { chosen }]" role="button" tabindex="-1" @click="$emit('choose')">
      <title>{{ ticket.step.number }} {{ ticket.step.name }}: {{ ticket.step.detail }}, {{ ticket.step.when }}</title>
      <rect :x="ticket.x - 3" y="2" :width="ticket.width + 6" height="26" fill="transparent" />
      <rect :x="ticket.x" y="5" :width="ticket.width" height="20" :fill="ink(ticket.step)" class="plate" />
      <StepGlyph
        v-if="ticket.word !== 'in'"
        :x="ticket.x + ticket.width / 2 - 5"
        :y="10"
        :act="ticket.step.do"
        :colour="onInk(ticket.step)"
      />
      <text v-if="ticket.word === 'in'" :x="ticket.x + 4" y="19" class="word" :fill="onInk(ticket.step)">
        {{ ticket.step.short }}
      </text>
      <text v-else-if="ticket.word === 'beside'" :x="ticket.x + ticket.width + 4" y="19" class="word beside">
        {{ ticket.step.short }}
      </text>
      <rect
        v-if="ticket.step.state === 'bite'"
        :x="ticket.x - 1.5"
        y="3.5"
        :width="ticket.width + 3"
        height="23"
        class="bitten"
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
  cursor: pointer;
}
.plate {
  stroke: var(--ink);
  stroke-opacity: 0.75;
}
.done .plate {
  stroke-opacity: 0.3;
}
.pinned .plate {
  stroke-width: 2;
  stroke-opacity: 1;
}
.chosen .plate {
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-opacity: 1;
}
.bitten {
  fill: none;
  stroke: var(--bite);
  stroke-width: 2;
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
  stroke: var(--lamp);
  stroke-width: 4px;
  stroke-linejoin: round;
}
</style>
