<script lang="ts">
import type { PlanBriefTone } from '../wire'

/** What a modeller answers of a zone. */
export interface ZoneForm {
  name: string
  share: number
  area?: string
  paint: string
  family: string
  metal: boolean
  bright?: string
  apart?: boolean
  shelf?: string
  colour: string
  painted: string | null // the day on which its colour was finished; null where that is still to be done
  effects: string[]
  parts?: string[] // of the airframe
  tones?: PlanBriefTone[] // further colours in a pattern
  edge?: string // of the pattern
}
</script>

<script setup lang="ts">
import { computed } from 'vue'

import { familyName, useTrade } from '../edit/useTrade'
import MomentField from '../shared/MomentField.vue'
import { useShelf } from '../shelf/useShelf'

/** A zone of a new build: what it is painted with, and what is wanted on it. */
const zone = defineModel<ZoneForm>({ required: true })
const props = defineProps<{ alone: boolean; now: number; timezone: string }>()
const emit = defineEmits<{ remove: []; spread: [] }>()
const trade = useTrade()

/** The usual answers to how old the paint is, as days. */
const ages = computed(() =>
  (trade.value?.ages ?? []).map((x) => ({
    from: new Date(props.now - Number(x.id) * 86_400_000).toISOString().slice(0, 10),
    label: x.words.replace('painted ', ''),
  })),
)
const effects = computed(() => (trade.value?.wishes ?? []).map((w) => ({ value: w.id, title: w.words })))
const shelf = useShelf()
const paints = computed(() => [
  { value: '', title: 'none of the shelf' },
  ...shelf.value
    .filter((p) => p.kind === 'paint' || p.kind === 'metal')
    .map((p) => ({ value: p.id, title: p.name, props: { subtitle: familyName(p.family) } })),
])
/** Paints a zone with a product of the shelf, or with one that is still to be bought. */
function paintWith(id: string | null) {
  const z = zone.value
  z.shelf = id || undefined
  const p = shelf.value.find((one) => one.id === id)
  if (!p) return
  z.paint = p.name
  z.family = p.family
  z.metal = p.kind === 'metal'
  if (p.colour) z.colour = p.colour
}
const bright = computed(() => (trade.value?.bright ?? []).map((b) => ({ value: b.id, title: b.words })))
const families = computed(() =>
  (trade.value?.families ?? [])
    .filter((f) => f.kinds.includes('paint'))
    .map((f) => ({ value: f.id, title: f.name, props: { subtitle: f.note } })),
)
</script>

<template>
  <div class="zone">
    <div class="four">
      <v-text-field v-model="zone.name" label="Zone" />
      <v-text-field v-model="zone.paint" label="Its colour is called" :disabled="!!zone.shelf" />
      <v-select v-model="zone.family" label="Painted with" :items="families" :disabled="!!zone.shelf" />
      <MomentField
        v-model="zone.painted"
        label="Painted"
        :timezone="timezone"
        day
        past
        :sessions="ages"
        hint="Empty: still to be painted."
      />
    </div>
    <div class="zone-more">
      <v-text-field v-model="zone.colour" label="Colour" type="color" :disabled="!!zone.shelf" />
      <v-select v-model="zone.effects" label="Wanted on it" :items="effects" multiple>
        <template #chip="{ item, props: chip }">
          <v-chip v-bind="chip" closable :close-label="`Not wanted: ${item.title}`">{{ item.title }}</v-chip>
        </template>
      </v-select>
      <v-checkbox v-model="zone.metal" label="bare metal" hide-details :disabled="!!zone.shelf" />
      <v-text-field
        v-model="zone.area"
        label="Area, cm²"
        type="number"
        min="0.1"
        step="any"
        class="area"
        placeholder="auto"
        persistent-placeholder
      />
      <v-autocomplete
        :model-value="zone.shelf ?? ''"
        label="A paint of your shelf"
        :items="paints"
        class="bright"
        @update:model-value="(v: string | null) => paintWith(v)"
      />
      <v-checkbox v-model="zone.apart" label="finished apart" hide-details />
      <v-select v-if="zone.metal" v-model="zone.bright" label="It shines" :items="bright" class="bright" />
      <v-btn
        v-if="!alone"
        variant="outlined"
        :aria-label="`All like this: ${zone.name || 'the zone'}`"
        title="Paint, age and what is wanted"
        @click="emit('spread')"
        >All like this</v-btn
      >
      <v-btn variant="outlined" :disabled="alone" :aria-label="`Remove ${zone.name || 'zone'}`" @click="emit('remove')"
        >Remove</v-btn
      >
    </div>
  </div>
</template>

<style scoped>
.zone {
  display: grid;
  gap: 10px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--line);
}
.zone-more {
  display: grid;
  grid-template-columns: 90px minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
}
.area {
  grid-column: 1;
}
.bright {
  grid-column: 2;
}
@media (max-width: 640px) {
  .zone-more {
    grid-template-columns: 1fr;
  }
  .bright {
    grid-column: 1;
  }
}
</style>
