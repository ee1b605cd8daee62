<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import { useBuild } from '../build/useBuild'
import LiquidField from '../shared/LiquidField.vue'
import { copyOf, useShelf } from '../shelf/useShelf'
import type { PlanEdit, PlanStep } from '../wire'
import BothVersions from './BothVersions.vue'
import DecalFields from './DecalFields.vue'
import EffectNote from './EffectNote.vue'
import { fromShelf, stepForm, stepOf } from './stepForm'
import { useEffectOf } from './useEffectOf'
import { useTrade } from './useTrade'

/** Edits the step, or adds one to the zone where there is none. */
const props = defineProps<{ zone: string; step?: PlanStep }>()
const emit = defineEmits<{ close: [] }>()

const store = useBuild()
const trade = useTrade()
const timezone = computed(() => store.build?.timezone ?? 'UTC')
const plan = computed(() => store.build?.plan)
const shelf = useShelf()

const form = reactive(stepForm(props.step, timezone.value))
const refused = ref('')

const technique = computed(() => trade.value?.techniques.find((t) => t.id === form.do))
const kinds = computed(
  () => trade.value?.techniques.map((t) => ({ value: t.id, title: t.name, props: { subtitle: t.phase } })) ?? [],
)
const products = computed(() =>
  (plan.value?.products ?? [])
    .filter((p) => technique.value?.kinds.includes(p.kind))
    .map((p) => ({ value: p.id, title: p.name, props: { subtitle: p.family as string } }))
    .concat(
      shelf.value
        .filter((p) => technique.value?.kinds.includes(p.kind) && !plan.value?.products.some((q) => q.shelf === p.id))
        .map((p) => ({ value: fromShelf + p.id, title: p.name, props: { subtitle: `${p.family}, from the shelf` } })),
    ),
)
const washes = computed(() => {
  const steps = plan.value?.zones.find((z) => z.id === props.zone)?.steps ?? []
  return steps
    .filter((s) => trade.value?.techniques.find((t) => t.id === s.do)?.washes && s.id !== props.step?.id)
    .map((s) => ({
      value: s.id,
      title: `${trade.value?.techniques.find((t) => t.id === s.do)?.name}, step ${steps.indexOf(s) + 1}`,
    }))
})

const edit = computed<PlanEdit | null>(() => {
  const t = technique.value
  if (!t || !form.do) return null
  const taken = shelf.value.find((p) => fromShelf + p.id === form.product)
  return {
    do: 'put-step',
    step: stepOf(form, t, form.do, timezone.value, props.step),
    ...(props.step ? { of: props.step.id } : { zone: props.zone }),
    ...(t.kinds.length && taken ? { product: copyOf(taken) } : {}),
  }
})
const { effect, problem } = useEffectOf(edit)

/** The step as another tablet has saved it. */
const theirs = computed(() => plan.value?.zones.flatMap((z) => z.steps).find((s) => s.id === props.step?.id))

async function save() {
  if (!edit.value) return
  refused.value = await store.edit(edit.value)
  if (!refused.value) emit('close')
}

const capital = (word: string) => word.slice(0, 1).toUpperCase() + word.slice(1)
const parts = computed(() => (plan.value?.parts ?? []).map((p) => ({ value: p.id, title: p.name })))
const edges = computed(() => trade.value?.edges.map((e) => ({ value: e.id, title: e.words })) ?? [])
const choices = (list?: readonly { id: string; words: string }[]) =>
  (list ?? []).map((x) => ({ value: x.id, title: x.words }))
</script>

<template>
  <v-dialog
    model-value
    max-width="560"
    :aria-label="step ? 'Change the step' : 'Add a step'"
    @update:model-value="emit('close')"
  >
    <v-card role="dialog" aria-modal="true" :aria-label="step ? 'Change the step' : 'Add a step'">
      <form class="sheet" @submit.prevent="save">
        <h2>{{ step ? 'Change the step' : 'Add a step' }}</h2>
        <v-autocomplete v-model="form.do" label="What is done" :items="kinds" auto-select-first />
        <v-select
          v-if="technique?.kinds.length"
          v-model="form.product"
          label="With"
          :items="products"
          :clearable="technique.optional"
          no-data-text="Neither the plan nor the shelf has a product of this kind"
        />
        <div v-if="technique?.coats && !technique.decals" class="pair">
          <v-text-field
            v-model="form.coats"
            :label="capital(technique.counts)"
            type="number"
            min="1"
            :max="technique.most"
            :placeholder="String(technique.coats)"
            persistent-placeholder
          />
          <v-text-field
            v-model="form.thickness"
            label="Dry thickness of a coat, µm"
            type="number"
            min="0.1"
            step="0.1"
            placeholder="usual"
            persistent-placeholder
          />
        </div>
        <v-text-field
          v-if="technique?.covers_pct"
          v-model="form.area"
          label="Covers, % of the zone"
          type="number"
          min="0.1"
          max="100"
          step="any"
          :placeholder="technique.covers_pct === 100 ? 'all of it' : `usually ${technique.covers_pct}`"
          persistent-placeholder
        />
        <v-text-field
          v-if="technique?.shades_mm"
          v-model="form.line"
          label="Lines or blotches, mm wide on the model"
          type="number"
          min="0.1"
          max="50"
          step="0.1"
          :placeholder="String(technique.shades_mm)"
          persistent-placeholder
        />
        <v-select
          v-if="technique?.sprays"
          v-model="form.laying"
          label="How the coats go on"
          :items="choices(trade?.layings)"
        />
        <v-select v-if="technique?.blown" v-model="form.drying" label="How it dries" :items="choices(trade?.dryings)" />
        <v-select v-if="technique?.tape" v-model="form.edge" label="The edge" :items="edges" />
        <v-select
          v-if="technique?.joins"
          v-model="form.joins"
          label="Joins"
          :items="parts"
          multiple
          no-data-text="The plan has no parts yet: add them with its zones"
        />
        <DecalFields v-if="technique?.decals" v-model="form.decals" />
        <template v-if="technique?.wipe">
          <v-select v-model="form.of" label="Which wash" :items="washes" no-data-text="There is no wash in this zone" />
          <div class="pair">
            <v-select v-model="form.with" label="Cloth" :items="trade?.cloths ?? []" />
            <v-select v-model="form.stroke" label="Stroke" :items="choices(trade?.strokes)" />
          </div>
          <LiquidField v-if="form.with !== 'dry'" v-model="form.liquid" label="Wetted with" />
        </template>
        <div class="pair">
          <v-text-field v-model="form.at" label="Pinned to" type="datetime-local" clearable persistent-placeholder />
          <v-text-field v-model="form.done" label="Done at" type="datetime-local" clearable persistent-placeholder />
        </div>
        <v-textarea v-model="form.note" label="Note" rows="1" auto-grow maxlength="5000" />
        <p v-if="technique?.caution" class="soft small">{{ technique.caution }}</p>
        <EffectNote :effect="effect" :problem="refused || problem" />
        <BothVersions v-if="refused && store.clash && step && edit?.step" :yours="edit.step" :there="theirs" />
        <div class="buttons">
          <v-btn type="submit" color="primary" variant="flat" :disabled="!edit || !!problem" :loading="store.busy"
            >Save</v-btn
          >
          <v-btn variant="outlined" @click="emit('close')">Leave as it was</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
