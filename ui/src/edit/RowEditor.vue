<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, reactive, ref, useTemplateRef, watch } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import LiquidField from '../shared/LiquidField.vue'
import MomentField from '../shared/MomentField.vue'
import { now } from '../shared/useClock'
import { useNewest } from '../shared/useNewest'
import { copyOf, useShelf } from '../shelf/useShelf'
import type { Next, PlanEdit, PlanStep } from '../wire'
import BothVersions from './BothVersions.vue'
import BottleRow from './BottleRow.vue'
import ClothRow from './ClothRow.vue'
import CoatStack from './CoatStack.vue'
import DecalFields from './DecalFields.vue'
import EffectNote from './EffectNote.vue'
import { fromShelf, stepForm, stepOf } from './stepForm'
import { unlessMoved, useEffectOf } from './useEffectOf'
import { useTrade } from './useTrade'
import { say } from '../shared/say'
import { watchPaced } from '../shared/watchPaced'

/**
 * A step changed on its own row of the route, or one that is about to be added there: core, look, tape and finding show what it would do meanwhile.
 * Enter keeps it, Escape leaves it as it was.
 */
const props = defineProps<{ zone: string; step?: PlanStep; adding?: PlanEdit }>()
const emit = defineEmits<{ close: [] }>()

const store = useBuild()
const trade = useTrade()
const timezone = computed(() => store.build?.timezone ?? 'UTC')
const plan = computed(() => store.build?.plan)
const shelf = useShelf()

const begun = props.step ?? props.adding?.step
const form = reactive(stepForm(begun))
if (props.adding?.product?.shelf) form.product = fromShelf + props.adding.product.shelf
const refused = ref('')

const technique = computed(() => trade.value?.techniques.find((t) => t.id === form.do))
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
    step: stepOf(form, t, form.do, begun),
    ...(props.step ? { of: props.step.id } : { zone: props.zone }),
    ...(props.adding?.before ? { before: props.adding.before } : {}),
    ...(t.kinds.length && taken ? { product: copyOf(taken) } : {}),
  }
})
const { effect, problem } = useEffectOf(edit)
watch(effect, (e) => (store.preview = e), { flush: 'sync' })
onBeforeUnmount(() => (store.preview = null))

/** Every bottle that it could be done with, and what each would do here. */
const { value: judged, problem: unjudged, ask } = useNewest<Next | null>()
const known = useNewest<Next>()
const bottles = computed(() => judged.value ?? known.value.value)
watchPaced(
  () => JSON.stringify([technique.value?.id, form.at, form.coats, form.laying, store.build?.revision]),
  () => {
    const [b, e] = [store.build, edit.value]
    if (!b || !e?.step || !technique.value?.kinds.length) return
    if (!judged.value) void known.ask(() => api.bottles(b.slug, { revision: b.revision, edit: e }, true))
    void ask(() => api.bottles(b.slug, { revision: b.revision, edit: e }).catch(unlessMoved))
  },
  150,
  { immediate: true },
)
const offers = computed(() =>
  (bottles.value?.offers ?? []).map((o) => ({
    value: o.edit.product ? fromShelf + (o.edit.product.shelf ?? o.edit.product.id) : (o.edit.step?.product ?? ''),
    offer: o,
  })),
)

/** The step as another tablet has saved it. */
const theirs = computed(() => plan.value?.zones.flatMap((z) => z.steps).find((s) => s.id === props.step?.id))

async function keep() {
  if (!edit.value || problem.value || store.busy) return
  const known = new Set(plan.value?.zones.flatMap((z) => z.steps.map((s) => s.id)))
  refused.value = await store.edit(edit.value)
  if (refused.value) return
  if (props.adding) {
    const added = store.build?.zones.flatMap((z) => z.steps).find((s) => !known.has(s.id))
    if (added) store.chooseStep(added.id)
  }
  emit('close')
}

const root = useTemplateRef<HTMLFormElement>('root')
onMounted(() => {
  root.value?.parentElement?.scrollIntoView({ block: 'start' })
  root.value?.focus({ preventScroll: true }) // Enter keeps at once, Tab goes to the first field
})
function key(e: KeyboardEvent) {
  if (e.key === 'Escape') {
    e.stopPropagation()
    emit('close')
  } else if (e.key === 'Enter' && !(e.target instanceof HTMLTextAreaElement && !e.ctrlKey)) {
    const on = e.target as HTMLElement
    if (on.closest('button:not([aria-pressed]), .v-select, .v-autocomplete')) return
    e.preventDefault()
    e.stopPropagation()
    void keep()
  }
}

const parts = computed(() => (plan.value?.parts ?? []).map((p) => ({ value: p.id, title: p.name })))
const choices = (list?: readonly { id: string; words: string }[]) =>
  (list ?? []).map((x) => ({ value: x.id, title: x.words }))
const sessions = computed(() =>
  (store.build?.tape.sessions ?? [])
    .filter((s) => Date.parse(s.to) > now.value)
    .slice(0, 5)
    .map((s) => {
      const from = Math.max(Date.parse(s.from), now.value)
      const clock = say(from, 'hour', timezone.value)
      return { from: new Date(from).toISOString().replace('.000Z', 'Z'), label: `${s.label}, from ${clock}` }
    }),
)
const settings = ref(Boolean(begun?.thickness_um || begun?.laying || begun?.drying || begun?.note || begun?.line_mm))
const done = computed(() => Boolean(props.step?.done))
</script>

<template>
  <form
    ref="root"
    class="editor"
    tabindex="-1"
    :aria-label="step ? `Change ${technique?.name ?? 'the step'}` : `Add ${technique?.name ?? 'a step'}`"
    @submit.prevent="keep"
    @keydown="key"
  >
    <div class="line">
      <v-autocomplete
        v-model="form.do"
        label="What is done"
        :items="trade?.techniques.map((t) => ({ value: t.id, title: t.name, props: { subtitle: t.phase } })) ?? []"
        auto-select-first
        class="what"
      />
      <CoatStack
        v-if="technique?.coats && !technique.decals"
        v-model="form.coats"
        :label="technique.counts"
        :usual="technique.coats"
        :most="technique.most"
      />
      <v-text-field
        v-if="technique?.covers_pct"
        v-model="form.area"
        label="Share of the zone, %"
        type="number"
        min="0.1"
        max="100"
        step="any"
        :placeholder="technique.covers_pct === 100 ? 'all' : `usually ${technique.covers_pct}`"
        class="share"
      />
    </div>

    <BottleRow
      v-if="technique?.kinds.length"
      v-model="form.product"
      :offers="offers"
      :optional="technique.optional"
      :asking="!bottles"
      :problem="unjudged"
    />

    <template v-if="technique?.wipe">
      <v-select v-model="form.of" label="Which wash" :items="washes" no-data-text="There is no wash in this zone" />
      <ClothRow v-model:cloth="form.with" v-model:stroke="form.stroke" :strokes="trade?.strokes ?? []" />
      <LiquidField v-if="form.with !== 'dry'" v-model="form.liquid" label="Wetted with" />
    </template>
    <v-select v-if="technique?.tape" v-model="form.edge" label="The edge" :items="choices(trade?.edges)" />
    <v-select
      v-if="technique?.joins"
      v-model="form.joins"
      label="Joins"
      :items="parts"
      multiple
      no-data-text="The plan has no parts yet: add them with its zones"
    />
    <DecalFields v-if="technique?.decals" v-model="form.decals" />

    <MomentField
      v-if="!done"
      v-model="form.at"
      label="Pinned to"
      :timezone="timezone"
      :build="store.build?.slug"
      :sessions="sessions"
      hint="Left free: the schedule finds its time."
      @keep="keep"
    />

    <details :open="settings" class="settings">
      <summary>Settings and note</summary>
      <div class="line">
        <v-text-field
          v-if="technique?.coats && !technique.decals"
          v-model="form.thickness"
          label="One coat, dry, µm"
          type="number"
          min="0.1"
          step="0.1"
          placeholder="usual"
        />
        <v-text-field
          v-if="technique?.shades_mm"
          v-model="form.line"
          label="Lines or blotches, mm wide"
          type="number"
          min="0.1"
          max="50"
          step="0.1"
          :placeholder="String(technique.shades_mm)"
        />
        <v-select
          v-if="technique?.sprays"
          v-model="form.laying"
          label="How the coats go on"
          :items="choices(trade?.layings)"
        />
        <v-select v-if="technique?.blown" v-model="form.drying" label="How it dries" :items="choices(trade?.dryings)" />
      </div>
      <v-textarea v-model="form.note" label="Note" rows="1" auto-grow maxlength="5000" />
    </details>
    <p v-if="technique?.caution" class="soft small">{{ technique.caution }}</p>
    <EffectNote :effect="effect" :problem="refused || problem" />
    <BothVersions v-if="refused && store.clash && step && edit?.step" :yours="edit.step" :there="theirs" />
    <div class="buttons">
      <button type="submit" class="act first" :disabled="!edit || !!problem || store.busy">
        {{ step ? 'Keep it' : 'Add it' }} <kbd>Enter</kbd>
      </button>
      <button type="button" class="act" @click="emit('close')">Leave it <kbd>Esc</kbd></button>
    </div>
  </form>
</template>

<style scoped>
.editor:focus {
  outline: none;
}
.editor {
  display: grid;
  gap: 10px;
  padding: 8px 10px 10px;
  background: var(--raised);
  border-left: 3px solid var(--ink);
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: end;
}
.line > * {
  flex: 1 1 150px;
}
.what {
  flex-grow: 2;
}
.share {
  max-width: 160px;
}
.buttons {
  position: sticky;
  bottom: -14px; /* over the list's own edge: nothing peeps out below it */
  padding: 6px 0 20px;
  background: var(--raised);
}
.settings summary {
  cursor: pointer;
  font-size: 14px;
  text-decoration: underline;
  text-underline-offset: 2px;
}
.first kbd {
  border-color: currentColor;
  opacity: 0.8;
}
</style>
