<script setup lang="ts">
import { useElementVisibility } from '@vueuse/core'
import { computed, shallowRef, useTemplateRef, watch } from 'vue'

import { api } from '../api'
import AirPicture from '../instruments/airframe/AirPicture.vue'
import { torn } from '../instruments/tape/torn'
import { tapeScale } from '../instruments/tape/scale'
import StateMark from '../shared/StateMark.vue'
import type { Card } from '../wire'

/** A build in the list: its zones with their skin and films as they are now, what comes next, its tape in small. Read when it comes into sight. */
const props = defineProps<{ slug: string; name: string }>()
const emit = defineEmits<{ read: [card: Card] }>()
const root = useTemplateRef('root')
const seen = useElementVisibility(root)
const card = shallowRef<Card | null>(null)
const failed = shallowRef('')
async function read() {
  try {
    card.value = await api.card(props.slug)
    emit('read', card.value)
  } catch (e) {
    failed.value = String(e instanceof Error ? e.message : e)
  }
}
watch(seen, (is) => is && !card.value && void read(), { immediate: true })

const shown = 6
const ms = (t: string) => Date.parse(t)
const wide = 420
const scale = computed(() => {
  const c = card.value
  return c
    ? tapeScale(
        ms(c.from),
        ms(c.to),
        c.sessions.map((s) => ({ from: ms(s.from), to: ms(s.to), label: s.label })),
        wide,
        1,
      )
    : null
})
const patch = { width: 112, height: 46 }
/** A swatch of the zone's skin: its open surface with a few lines. */
const ruled = `M0 14H${patch.width}M0 34H${patch.width}M40 0V34M88 14V${patch.height}`
const thick = (um: number) => Math.max(2, Math.min(7, 1.5 + Math.log10(1 + um) * 3))
</script>

<template>
  <div ref="root" class="card">
    <p v-if="failed" class="soft small">{{ failed }}</p>
    <template v-else-if="card && scale">
      <AirPicture
        class="air"
        :slug="slug"
        :revision="1"
        :at="ms(card.now)"
        :most="150"
        :label="`${name} as it is now`"
      />
      <ul class="zones" :aria-label="`Zones of ${name}`">
        <li
          v-for="(z, i) in card.zones.slice(0, shown)"
          :key="i"
          :title="`${z.name}: ${z.words}; ${z.done} of ${z.steps} steps done`"
        >
          <svg :width="patch.width" :height="patch.height" aria-hidden="true">
            <rect :width="patch.width" :height="patch.height" :fill="z.skin.surface" />
            <path :d="ruled" fill="none" :stroke="z.skin.line" :stroke-width="1 + z.skin.filled" />
          </svg>
          <span class="films" aria-hidden="true">
            <i
              v-for="(f, k) in z.films.slice(0, -1)"
              :key="k"
              :class="{ clear: f.clear }"
              :style="{
                height: `${thick(f.thickness_um)}px`,
                background: f.clear ? undefined : f.colour,
                opacity: 0.45 + 0.55 * f.hard,
              }"
            />
          </span>
          <span class="zone"
            ><StateMark :state="z.state" :size="11" /> <bdi>{{ z.name }}</bdi></span
          >
          <span class="soft small">{{ z.words }}</span>
        </li>
        <li v-if="card.zones.length > shown" class="soft more">and {{ card.zones.length - shown }} more</li>
      </ul>
      <div class="time">
        <p class="next">
          <template v-if="card.next">
            <span class="figure when">{{ card.when }}</span> <bdi>{{ card.next }}</bdi>
          </template>
          <template v-else>All done</template>
          <span v-if="card.overdue" class="late">{{ card.overdue }} overdue</span>
        </p>
        <svg
          :viewBox="`0 0 ${wide} 40`"
          width="100%"
          preserveAspectRatio="none"
          class="tape"
          role="img"
          :aria-label="`Its tape: ${card.promise}`"
        >
          <template v-for="f in scale.folds" :key="f.x">
            <rect :x="f.x" y="0" :width="f.width" height="40" :class="f.session ? 'open' : 'fold'" />
            <path v-if="f.session" :d="torn(f.x, 0, f.width, 4)" class="masking" />
          </template>
          <rect
            v-for="(m, i) in card.marks.filter((one) => ms(one.end) > ms(card!.from))"
            :key="i"
            :x="scale.x(ms(m.at))"
            :y="7 + (m.zone % 7) * 4.5"
            :width="Math.max(3, scale.x(ms(m.end)) - scale.x(ms(m.at)))"
            height="3.5"
            :class="m.done ? 'was' : 'will'"
          />
          <line
            v-if="card.wanted"
            :x1="scale.x(ms(card.wanted))"
            :x2="scale.x(ms(card.wanted))"
            y1="0"
            y2="40"
            class="wanted"
          />
          <line :x1="scale.x(ms(card.now))" :x2="scale.x(ms(card.now))" y1="0" y2="40" class="now" />
        </svg>
        <p class="promise" :class="{ late: card.late }">
          {{ card.promise.slice(0, 1).toUpperCase() + card.promise.slice(1) }}
        </p>
      </div>
    </template>
    <p v-else class="soft small">Reading it</p>
  </div>
</template>

<style scoped>
.card {
  display: grid;
  grid-template-columns: minmax(240px, 340px) minmax(0, 1fr);
  gap: 10px 24px;
  min-height: 96px;
}
.air {
  grid-row: 1 / 3;
  align-self: start;
  height: 150px; /* nothing moves when it comes */
}
.zones {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  list-style: none;
  margin: 0;
  padding: 0;
}
.zones li {
  display: grid;
  width: 112px;
}
.zones .more {
  align-content: center;
}
.films {
  display: grid;
  align-content: end;
  min-height: 27px;
  border-bottom: 3px solid var(--line);
}
.films i {
  border-top: 1px solid var(--lip);
}
.films .clear {
  background: repeating-linear-gradient(90deg, var(--raised) 0 3px, var(--line) 3px 4px);
}
.zone {
  overflow: hidden;
  font-weight: 600;
  font-size: 14px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.zones .small {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.next {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  margin-bottom: 4px;
}
.when {
  font-weight: 700;
}
.late {
  color: var(--wait);
  font-weight: 600;
}
.tape {
  display: block;
  height: 40px;
}
.open {
  fill: var(--raised);
}
.fold {
  fill: var(--fold);
}
.masking {
  fill: var(--lamp);
}
.was {
  fill: var(--soft);
  opacity: 0.5;
}
.will {
  fill: var(--ink);
}
.wanted {
  stroke: var(--ink);
  stroke-dasharray: 4 3;
}
.now {
  stroke: var(--ink);
  stroke-width: 2.5;
  stroke-dasharray: 0.1 5;
  stroke-linecap: round;
}
.promise {
  font-weight: 600;
  margin-top: 3px;
}
@media (max-width: 900px) {
  .card {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
