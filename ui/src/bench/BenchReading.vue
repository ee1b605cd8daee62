<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, watch } from 'vue'

import { api } from '../api'
import type { BenchStep, Guide } from '../wire'

/** What to do and how, one thing at a time, large enough to be read across a bench: a tap anywhere or a key goes on. */
const props = defineProps<{ steps: BenchStep[]; start: number }>()
const emit = defineEmits<{ close: [] }>()
const step = ref(props.start)
const page = ref(0)
const guide = ref<Guide | null>(null)
const box = ref<HTMLElement>()
watch(
  step,
  async () => {
    guide.value = null
    const s = props.steps[step.value]
    if (s) guide.value = await api.guide(s.build, s.step).catch(() => null)
  },
  { immediate: true },
)
const pages = computed(() => {
  const s = props.steps[step.value]
  if (!s) return []
  const all = [{ head: s.title, words: `${s.name}. ${s.how} ${s.minutes} min.` }]
  const c = guide.value?.cup
  if (c)
    all.push({
      head: `${c.product_ml} ml and ${c.thinner_ml} ml of thinner`,
      words: c.sprayed ? `${c.needle_mm.is} mm, ${c.psi.is} psi, ${c.distance_cm.is} cm away.` : 'In the cup.',
    })
  for (const b of guide.value?.blocks ?? []) for (const r of b.rows) all.push({ head: r.label, words: r.value })
  for (const w of guide.value?.ways ?? []) all.push({ head: w, words: '' })
  for (const w of s.cautions) all.push({ head: w, words: 'Mind' })
  return all
})
const shown = computed(() => pages.value[Math.min(page.value, pages.value.length - 1)])
function go(by: number) {
  const to = page.value + by
  if (to >= 0 && to < pages.value.length) page.value = to
  else if (to < 0 && step.value > 0) {
    step.value--
    page.value = 0
  } else if (to >= pages.value.length) {
    step.value = (step.value + 1) % props.steps.length
    page.value = 0
  }
}
const tap = (e: MouseEvent) => go(e.clientX < window.innerWidth / 4 ? -1 : 1)
useEventListener(
  window,
  'keydown',
  (e: KeyboardEvent) => {
    if (e.key === 'Escape' || e.key === 'h') emit('close')
    else if (e.key === 'ArrowLeft' || e.key === 'PageUp') go(-1)
    else if ([' ', 'Enter', 'ArrowRight', 'PageDown'].includes(e.key)) go(1)
    else return
    e.preventDefault()
    e.stopImmediatePropagation()
  },
  { capture: true },
)
onMounted(() => void nextTick(() => box.value?.focus()))
</script>

<template>
  <div ref="box" class="reading" role="dialog" aria-modal="true" aria-label="Hands-free" tabindex="-1" @click="tap">
    <p class="soft">{{ step + 1 }} of {{ steps.length }}, {{ page + 1 }} of {{ pages.length }}</p>
    <p class="head" aria-live="polite">{{ shown?.head }}</p>
    <p class="words">{{ shown?.words }}</p>
    <p class="soft foot">A tap goes on, at the left edge back.</p>
    <button type="button" class="close" @click.stop="emit('close')">Close</button>
  </div>
</template>

<style scoped>
.reading {
  position: fixed;
  inset: 0;
  z-index: 100;
  display: grid;
  grid-template-rows: auto 1fr 1fr auto;
  align-items: center;
  gap: 16px;
  padding: 24px 6vw;
  background: var(--ground);
  color: var(--ink);
  cursor: pointer;
}
.head {
  align-self: end;
  font: 600 clamp(36px, 8vw, 84px) / 1.05 var(--heading);
  overflow-wrap: anywhere;
}
.words {
  align-self: start;
  font-size: clamp(24px, 4.5vw, 44px);
  line-height: 1.2;
}
.foot {
  font-size: 17px;
}
.close {
  position: absolute;
  top: 12px;
  right: 16px;
  min-height: 60px;
  min-width: 90px;
  border: 0;
  background: var(--raised);
  color: inherit;
  font: 600 18px var(--heading);
  cursor: pointer;
}
</style>
