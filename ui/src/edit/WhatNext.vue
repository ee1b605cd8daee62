<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, nextTick, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import StateMark from '../shared/StateMark.vue'
import StepGlyph from '../shared/StepGlyph.vue'
import { useNewest } from '../shared/useNewest'
import type { Next, Offer, PlanEdit } from '../wire'
import { useEffectOf } from './useEffectOf'

/** What may come next on the zone, in the order of work, each with how it stands and what it does to the day on which the build is ready. */
const props = defineProps<{ zone: string; name: string }>()
const emit = defineEmits<{ take: [edit: PlanEdit]; close: [] }>()
const store = useBuild()

// What is offered is there at once; how each stands comes as soon as all are tried.
const { value: tried, problem, ask } = useNewest<Next>()
const known = useNewest<Next>()
const next = computed(() => tried.value ?? known.value.value)
watch(
  () => [props.zone, store.build?.revision] as const,
  () => {
    const b = store.build
    if (!b) return
    tried.value = null
    known.clear()
    void known.ask(() => api.next(b.slug, props.zone, true))
    void ask(() => api.next(b.slug, props.zone))
  },
  { immediate: true },
)
const words = ref('')
const shown = computed(() => {
  const all = next.value?.offers ?? []
  const w = words.value.trim().toLowerCase()
  return w ? all.filter((o) => `${o.name} ${o.phase} ${o.product}`.toLowerCase().includes(w)) : all
})
const phases = computed(() => {
  const out: { phase: string; offers: Offer[] }[] = []
  for (const o of shown.value) {
    const last = out.at(-1)
    if (last?.phase === o.phase) last.offers.push(o)
    else out.push({ phase: o.phase, offers: [o] })
  }
  return out
})

// What is looked at is shown on the tape and in the core.
const looked = ref<Offer | null>(null)
const lookedAt = ref<PlanEdit | null>(null)
watchDebounced(looked, (o) => (lookedAt.value = o && o.word !== 'past' ? o.edit : null), { debounce: 180 })
const { effect } = useEffectOf(lookedAt)
watch(effect, (e) => (store.preview = e))
onBeforeUnmount(() => (store.preview = null))

const root = useTemplateRef('root')
const field = useTemplateRef('field')
onMounted(() => field.value?.focus())
// The work begins where the chosen step stands.
watch(next, async (is, was) => {
  if (!is || was) return
  await nextTick()
  const own = [...(root.value?.querySelectorAll('.phase') ?? [])].find((h) => h.textContent === store.step?.phase)
  own?.scrollIntoView({ block: 'start' })
})
function go(by: number) {
  const all = [...(root.value?.querySelectorAll<HTMLElement>('.offer') ?? [])]
  const i = all.indexOf(document.activeElement as HTMLElement)
  all[Math.max(0, Math.min(all.length - 1, i + by))]?.focus()
}
</script>

<template>
  <section
    ref="root"
    class="next"
    aria-label="What next"
    @keydown.escape.stop="emit('close')"
    @keydown.down.prevent="go(1)"
    @keydown.up.prevent="go(-1)"
  >
    <header>
      <h2>
        What next on <bdi>{{ name }}</bdi>
      </h2>
      <input
        ref="field"
        v-model="words"
        aria-label="Only those that say"
        placeholder="wash, gloss, oils"
        autocomplete="off"
        @keydown.enter.prevent="shown[0] && emit('take', shown[0].edit)"
      />
      <button type="button" class="act" @click="emit('close')">Leave it <kbd>Esc</kbd></button>
    </header>
    <p v-if="problem" class="problem">{{ problem }}</p>
    <p v-else-if="!next" class="soft">Trying what may come next</p>
    <div class="list">
      <template v-for="p in phases" :key="p.phase">
        <h3 class="phase">{{ p.phase }}</h3>
        <button
          v-for="o in p.offers"
          :key="o.do"
          type="button"
          class="offer"
          :class="o.word"
          @click="emit('take', o.edit)"
          @pointerenter="looked = o"
          @pointerleave="looked = null"
          @focus="looked = o"
        >
          <span class="chip" :style="{ background: o.colour || 'none' }"><StepGlyph :act="o.do" /></span>
          <span class="what">
            <span class="name">{{ o.name }}</span>
            <bdi v-if="o.product" class="soft small">{{ o.product }}</bdi>
            <span v-if="o.because" class="because small">{{ o.because }}</span>
          </span>
          <span class="word">
            <span v-if="o.word === 'untried'" class="soft">…</span>
            <span v-else><StateMark :state="o.state" quiet /> {{ o.words }}</span>
            <span v-if="o.effect" class="small" :class="{ later: o.later }">{{ o.effect }}</span>
          </span>
        </button>
      </template>
    </div>
  </section>
</template>

<style scoped>
.next {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  padding: 8px 14px 6px;
}
header h2 {
  flex: 1;
}
input {
  width: 150px;
  min-height: 32px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  color: inherit;
  font: 15px var(--v-font-body);
}
.list {
  overflow-y: auto;
  padding: 0 14px 14px;
  min-height: 0;
}
.phase {
  font: 600 13px var(--v-font-body);
  color: var(--soft);
  padding: 10px 4px 3px;
}
.offer {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  width: 100%;
  min-height: 44px;
  padding: 4px 6px;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.offer:hover,
.offer:focus-visible {
  background: var(--raised);
}
.past .name,
.past .word {
  color: var(--soft);
  font-weight: 400;
}
.chip {
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  border: 1px solid var(--line);
}
.what {
  display: grid;
}
.name {
  font-weight: 600;
}
.because {
  overflow-wrap: anywhere;
}
.never .because {
  color: var(--bite);
}
.word {
  display: grid;
  justify-items: end;
  text-align: right;
}
.later {
  color: var(--wait);
}
.problem {
  padding: 0 14px;
  color: var(--bite);
}
</style>
