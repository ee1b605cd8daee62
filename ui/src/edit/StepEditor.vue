<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import { useBuild } from '../build/useBuild'
import LiquidField from '../shared/LiquidField.vue'
import { fromWall, toWall } from '../shared/zoned'
import { copyOf, useShelf } from '../shelf/useShelf'
import type { PlanDo, PlanEdit, PlanGround, PlanStep, PlanStroke, PlanWith } from '../wire'
import BothVersions from './BothVersions.vue'
import EffectNote from './EffectNote.vue'
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

const form = reactive({
  do: (props.step?.do ?? null) as PlanDo | null,
  product: props.step?.product ?? null,
  coats: props.step?.coats ? String(props.step.coats) : '',
  thickness: props.step?.thickness_um ? String(props.step.thickness_um) : '',
  area: props.step?.area_pct ? String(props.step.area_pct) : '',
  line: props.step?.line_mm ? String(props.step.line_mm) : '',
  edge: (props.step?.edge ?? 'hard') as string,
  laying: (props.step?.laying ?? '') as string,
  drying: (props.step?.drying ?? '') as string,
  decals: (props.step?.decals ?? []).map((d) => ({
    name: d.name,
    width: String(d.width_mm),
    height: String(d.height_mm),
    over: (d.over ?? 'smooth') as string,
    count: String(d.count ?? 1),
    painted: Boolean(d.painted),
    film: d.film_um ? String(d.film_um) : '',
  })),
  joins: [...(props.step?.joins ?? [])],
  of: props.step?.of ?? null,
  with: props.step?.with ?? 'dry',
  stroke: props.step?.stroke ?? 'airflow',
  liquid: props.step?.liquid,
  at: toWall(props.step?.at, timezone.value),
  done: toWall(props.step?.done, timezone.value),
  note: props.step?.note ?? '',
})
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
        .map((p) => ({ value: `shelf:${p.id}`, title: p.name, props: { subtitle: `${p.family}, from the shelf` } })),
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
  const s: PlanStep = { id: props.step?.id ?? 'new', do: form.do }
  const taken = shelf.value.find((p) => `shelf:${p.id}` === form.product)
  if (t.kinds.length && form.product && !taken) s.product = form.product
  if (t.coats && form.coats) s.coats = Number(form.coats)
  if (t.coats && form.thickness) s.thickness_um = Number(form.thickness)
  if (t.covers_pct && form.area && Number(form.area) !== t.covers_pct) s.area_pct = Number(form.area)
  if (props.step?.spray && props.step.do === form.do) s.spray = props.step.spray
  if (t.shades_mm && form.line) s.line_mm = Number(form.line)
  if (t.sprays && form.laying) s.laying = form.laying as PlanStep['laying']
  if (t.blown && form.drying) s.drying = form.drying as PlanStep['drying']
  if (t.tape && form.edge !== 'hard') s.edge = form.edge as PlanStep['edge']
  if (t.joins && form.joins.length) s.joins = [...form.joins]
  if (t.decals && form.decals.length)
    s.decals = form.decals.map((d) => ({
      name: d.name,
      width_mm: Number(d.width),
      height_mm: Number(d.height),
      ...(d.over !== 'smooth' ? { over: d.over as PlanGround } : {}),
      ...(Number(d.count) > 1 ? { count: Number(d.count) } : {}),
      ...(d.film ? { film_um: Number(d.film) } : {}),
      ...(d.painted ? { painted: true } : {}),
    }))
  if (t.wipe) {
    if (form.of) s.of = form.of
    s.with = form.with as PlanWith
    s.stroke = form.stroke as PlanStroke
    if (form.liquid && form.with !== 'dry') s.liquid = form.liquid
  }
  const at = fromWall(form.at, timezone.value, props.step?.at)
  const done = fromWall(form.done, timezone.value, props.step?.done)
  if (at) s.at = at
  if (done) s.done = done
  if (form.note) s.note = form.note
  return {
    do: 'put-step',
    step: s,
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
const grounds = computed(() => trade.value?.grounds.map((g) => ({ value: g.id, title: g.words })) ?? [])
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
        <fieldset v-if="technique?.decals" class="decals">
          <legend>The decals</legend>
          <div class="list">
            <div v-for="(d, i) in form.decals" :key="i" class="decal">
              <v-text-field v-model="d.name" label="Which" />
              <v-text-field v-model="d.width" label="Wide, mm" type="number" min="0.5" step="any" />
              <v-text-field v-model="d.height" label="High, mm" type="number" min="0.5" step="any" />
              <v-text-field v-model="d.count" label="How many" type="number" min="1" />
              <v-select v-model="d.over" label="Over" :items="grounds" />
              <v-text-field
                v-model="d.film"
                label="Film, µm"
                type="number"
                min="1"
                max="100"
                placeholder="usual"
                persistent-placeholder
              />
              <v-checkbox v-model="d.painted" label="painted" hide-details />
              <v-btn
                variant="outlined"
                :aria-label="`Remove ${d.name || 'the decal'}`"
                @click="form.decals.splice(i, 1)"
                >Remove</v-btn
              >
            </div>
          </div>
          <v-btn
            variant="outlined"
            @click="
              form.decals.push({
                name: `Decal ${form.decals.length + 1}`,
                width: '12',
                height: '12',
                over: 'smooth',
                count: '1',
                painted: false,
                film: '',
              })
            "
            >Add a decal</v-btn
          >
        </fieldset>
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

<style scoped>
.list {
  display: grid;
  gap: 8px;
  max-height: 34vh;
  overflow-y: auto;
  padding-top: 6px;
}
.decals {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 8px;
}
.decals legend {
  font-weight: 600;
  padding-bottom: 6px;
}
.decal {
  display: grid;
  grid-template-columns: 1.6fr 1fr 1fr 1fr;
  gap: 8px;
  align-items: center;
  padding-bottom: 8px;
  border-bottom: 1px solid var(--line);
}
@media (max-width: 640px) {
  .decal {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
