<script setup lang="ts">
import { computed } from 'vue'

import { familyName, useTrade } from '../edit/useTrade'
import { useShelf } from '../shelf/useShelf'
import type { Brief } from './useBrief'

/** The colours of a new build, zone by zone: a zone is tapped on the picture or here, and painted with a bottle. */
const props = defineProps<{ of: Brief }>()
const { a, zone } = props.of
const trade = useTrade()
const shelf = useShelf()
const now = computed(() => a.zones[zone.value])
const bottles = computed(() => shelf.value.filter((p) => (p.kind === 'paint' || p.kind === 'metal') && p.colour))
const families = computed(() => (trade.value?.families ?? []).filter((f) => f.kinds.includes('paint')))
function pour(id: string) {
  const p = shelf.value.find((one) => one.id === id)
  const z = now.value
  if (!p || !z) return
  Object.assign(z, {
    shelf: id,
    paint: p.name,
    family: p.family,
    metal: p.kind === 'metal',
    colour: p.colour ?? z.colour,
  })
}
function mixed(colour: string) {
  const z = now.value
  if (!z) return
  z.colour = colour
  if (z.shelf) {
    z.shelf = undefined
    z.paint = `${z.name} colour`
  }
}
</script>

<template>
  <div class="scales">
    <button type="button" class="act" @click="a.seed = (a.seed % 1000) + 1">Another of its kind</button>
    <label class="slide"
      ><span class="plate">Under colour up the side</span><input v-model.number="a.edge" type="range" min="5" max="95"
    /></label>
    <label class="slide"
      ><span class="plate">Its edge swings</span><input v-model.number="a.wave" type="range" min="0" max="6" step="0.5"
    /></label>
  </div>
  <div class="zones" role="group" aria-label="Zone that is painted">
    <button v-for="(z, i) in a.zones" :key="i" type="button" class="act" :aria-pressed="zone === i" @click="zone = i">
      <i :style="{ background: z.colour }" aria-hidden="true" />{{ z.name || 'a zone' }}
    </button>
  </div>
  <template v-if="now">
    <p class="soft small">
      {{ now.name }}: {{ now.paint }}, {{ familyName(now.family) }}. Tap a zone on the picture, then a bottle.
    </p>
    <div class="bottles" role="group" :aria-label="`Bottles for ${now.name}`">
      <button
        v-for="p in bottles"
        :key="p.id"
        type="button"
        class="tile"
        :aria-pressed="now.shelf === p.id"
        :title="familyName(p.family)"
        @click="pour(p.id)"
      >
        <i :style="{ background: p.colour }" aria-hidden="true" />{{ p.name }}
      </button>
    </div>
    <div class="scales">
      <label class="slide"
        ><span class="plate">Or any colour</span
        ><input
          type="color"
          :value="now.colour"
          aria-label="Any colour"
          @input="mixed(($event.target as HTMLInputElement).value)"
      /></label>
      <label class="slide"
        ><span class="plate">of</span>
        <select v-model="now.family" aria-label="Family of the paint" :disabled="!!now.shelf">
          <option v-for="f in families" :key="f.id" :value="f.id">{{ f.name }}</option>
        </select>
      </label>
      <label v-if="now.tones?.length" class="slide"
        ><span class="plate">Edge of the pattern</span>
        <select v-model="now.edge">
          <option v-for="e in trade?.edges ?? []" :key="e.id" :value="e.id">{{ e.words }}</option>
        </select>
      </label>
      <label v-for="(t, i) in now.tones ?? []" :key="i" class="slide"
        ><span class="plate">{{ t.paint }}, {{ t.share_pct }} %</span
        ><span class="tone"
          ><input v-model="t.colour" type="color" :aria-label="`Colour of ${t.paint}`" /><input
            v-model.number="t.share_pct"
            type="range"
            min="10"
            max="70"
            :aria-label="`Share of ${t.paint}`" /></span
      ></label>
    </div>
  </template>
</template>

<style scoped>
.scales,
.zones,
.bottles {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
.bottles .tile {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
  padding: 0 12px 0 0;
}
.bottles i {
  width: 40px;
  height: 44px;
}
.zones i {
  display: inline-block;
  width: 16px;
  height: 16px;
  margin-right: 6px;
  border: 1px solid var(--line);
  vertical-align: -2px;
}
.slide {
  display: grid;
}
.slide input[type='range'] {
  height: 32px;
  accent-color: var(--ink);
}
.slide input[type='color'] {
  width: 52px;
  height: 36px;
  padding: 0;
  border: 1px solid var(--line);
  background: none;
}
.tone {
  display: flex;
  gap: 8px;
}
</style>
