<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { useTrade } from '../edit/useTrade'
import type { LookAsked, LookPlace, LookZone, PlanAirframeFeature, PlanEdit } from '../wire'

/** What lies at a place of the skin and which step made it so; and what can be done to the shape there. */
const props = defineProps<{
  asked: LookAsked
  zones: readonly LookZone[]
  features: readonly LookPlace[]
  slug: string
  placing: string
}>()
const trade = useTrade()
const emit = defineEmits<{ edit: [e: PlanEdit]; placing: [id: string] }>()

const zone = computed(() => props.zones.find((z) => z.id === props.asked.zone))
const feature = computed(() => props.features.find((f) => f.id === props.asked.feature))
const name = ref('')
const into = ref('')
watch(
  () => props.asked.zone,
  () => (into.value = name.value = ''),
)
const figures = ref({ number: 1, size: 0, fuel: '' })
watch(
  feature,
  (f) => {
    if (f) figures.value = { number: f.number ?? 1, size: Math.round((f.size_mm ?? 0) * 100) / 100, fuel: f.fuel ?? '' }
  },
  { immediate: true },
)
function ownOf(f: LookPlace): PlanAirframeFeature {
  const { words, ...own } = f
  return own
}
function give() {
  const f = feature.value
  if (!f) return
  const own = ownOf(f)
  const fuel = figures.value.fuel as 'rich'
  emit('edit', {
    do: 'put-feature',
    feature: {
      ...own,
      number: Number(figures.value.number),
      size_mm: Number(figures.value.size),
      ...(fuel ? { fuel } : {}),
    },
  })
}
</script>

<template>
  <section class="asked" aria-label="What lies there">
    <header>
      <i class="swatch" :style="{ background: asked.colour || 'transparent' }" aria-hidden="true" />
      <h2>
        <bdi>{{ asked.title }}</bdi>
        <span class="soft part">{{ asked.zone ? asked.part : '' }}</span>
      </h2>
    </header>
    <p>{{ asked.words }}</p>
    <template v-if="asked.reasons.length">
      <h3 class="plate">Why it looks so</h3>
      <ol class="reasons">
        <li v-for="(r, i) in asked.reasons" :key="i">
          <RouterLink :to="{ name: 'build', params: { slug }, query: { step: r.step } }">{{ r.words }}</RouterLink>
        </li>
      </ol>
    </template>
    <template v-if="asked.films.length">
      <h3 class="plate">Films, the top one first</h3>
      <ul class="films">
        <li v-for="f in asked.films" :key="f.step">
          <i class="chip" :style="{ background: f.colour }" aria-hidden="true" />
          <span>{{ f.name }}</span> <span class="soft">{{ f.words }}</span>
        </li>
      </ul>
    </template>
    <p v-if="asked.zone">
      <RouterLink :to="{ name: 'rescue', params: { slug }, query: { zone: asked.zone } }"
        >It went wrong here…</RouterLink
      >
    </p>
    <p class="soft small">{{ asked.wear }}</p>
    <p v-if="zone" class="soft small">{{ zone.shape }}{{ zone.wear ? `; ${zone.wear}` : '' }}.</p>

    <details v-if="zone" class="change">
      <summary>Change the shape here</summary>
      <form
        v-if="asked.line"
        class="row"
        @submit.prevent="emit('edit', { do: 'split-zone', of: asked.zone, line: asked.line, name })"
      >
        <label class="field"
          ><span class="plate">What lies beyond this line becomes</span>
          <input v-model="name" maxlength="200" :placeholder="`${zone.name}, part`" />
        </label>
        <button type="submit" class="act">Split {{ zone.name }} here</button>
      </form>
      <p v-else class="soft small">Tap a panel line to split the zone along it.</p>
      <form
        v-if="zones.length > 1"
        class="row"
        @submit.prevent="into && emit('edit', { do: 'join-zones', of: asked.zone, zone: into })"
      >
        <label class="field"
          ><span class="plate">Join it to</span>
          <select v-model="into">
            <option value="" disabled>a zone</option>
            <option v-for="z in zones.filter((one) => one.id !== zone?.id)" :key="z.id" :value="z.id">
              {{ z.name }}
            </option>
          </select>
        </label>
        <button type="submit" class="act" :disabled="!into">Join; its own route goes</button>
      </form>
    </details>
    <form v-if="feature" class="feature" @submit.prevent="give">
      <h3 class="plate">{{ feature.name }}</h3>
      <div class="figures">
        <label v-if="feature.kind === 'stack' || feature.kind === 'gun'" class="field"
          ><span class="plate">Number</span><input v-model="figures.number" type="number" min="1" max="40"
        /></label>
        <label class="field"
          ><span class="plate">Size, mm</span><input v-model="figures.size" type="number" min="0" max="1000" step="any"
        /></label>
        <label v-if="feature.kind === 'stack'" class="field"
          ><span class="plate">Burns</span>
          <select v-model="figures.fuel">
            <option v-for="f in trade?.fuels ?? []" :key="f.id" :value="f.id">{{ f.words }}</option>
          </select>
        </label>
      </div>
      <div class="acts">
        <button type="submit" class="act">Keep the figures</button>
        <button
          type="button"
          class="act"
          :aria-pressed="placing === feature.id"
          @click="emit('placing', placing === feature.id ? '' : (feature.id ?? ''))"
        >
          {{ placing === feature.id ? 'Now tap where it goes' : 'Move it' }}
        </button>
      </div>
    </form>
  </section>
</template>

<style scoped>
.asked {
  display: flex;
  flex-direction: column;
  gap: 8px;
}
header {
  display: flex;
  gap: 10px;
  align-items: center;
}
.swatch {
  width: 40px;
  height: 40px;
  flex: none;
  border: 1px solid var(--line);
}
.part {
  display: block;
  font-size: 15px;
}
.reasons,
.films {
  margin: 0;
  padding: 0;
  list-style: none;
}
.reasons a {
  display: block;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
  color: inherit;
}
.films li {
  padding: 3px 0;
}
.chip {
  display: inline-block;
  width: 14px;
  height: 14px;
  margin-right: 6px;
  border: 1px solid var(--line);
  vertical-align: -2px;
}
.row,
.feature {
  display: grid;
  gap: 6px;
  padding: 6px 0;
}
.field {
  display: grid;
}
.field input,
.field select {
  min-width: 0;
  min-height: 40px;
  padding: 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: transparent;
  color: inherit;
  font: 16px var(--v-font-body);
}
.field select {
  background: var(--sheet);
}
.figures {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(80px, 1fr));
  gap: 8px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
summary {
  min-height: 36px;
  cursor: pointer;
  color: var(--note);
}
</style>
