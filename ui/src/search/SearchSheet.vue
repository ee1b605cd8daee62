<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { useBuild } from '../build/useBuild'
import { familyName, useTrade } from '../edit/useTrade'
import CautionMark from '../shared/CautionMark.vue'

const emit = defineEmits<{ close: [] }>()
const store = useBuild()
const trade = useTrade()
const router = useRouter()
const words = ref('')

interface Hit {
  kind: string
  title: string
  detail: string
  also?: string // that it is found by too
  go: () => void
}

const all = computed<Hit[]>(() => {
  const hits: Hit[] = []
  const b = store.build
  for (const z of b?.zones ?? []) {
    hits.push({ kind: 'zone', title: z.name, detail: `${z.steps.length} steps`, go: () => store.chooseZone(z.id) })
    for (const s of z.steps)
      hits.push({
        kind: 'step',
        title: `${s.name}, ${z.name}`,
        detail: `${s.detail}, ${s.when}`,
        go: () => store.chooseStep(s.id),
      })
  }
  for (const p of b?.plan.products ?? []) {
    const used = b?.plan.zones.flatMap((z) => z.steps).find((s) => s.product === p.id)
    hits.push({
      kind: 'product',
      title: p.name,
      detail: familyName(p.family),
      go: () => (used ? store.chooseStep(used.id) : (store.sheet = 'plan')),
    })
  }
  for (const f of b?.findings ?? []) {
    const z = b?.zones.find((one) => one.id === f.zone)
    hits.push({
      kind: 'finding',
      title: f.title,
      detail: `${z?.name ?? ''}. ${f.because}`,
      also: f.rule,
      go: () => (f.step ? store.chooseStep(f.step) : store.chooseZone(f.zone)),
    })
  }
  for (const m of trade.value?.mishaps ?? []) {
    hits.push({
      kind: 'what went wrong',
      title: m.seen,
      detail: m.do,
      also: m.also.join(' '),
      go: () =>
        void router.push(
          b
            ? { name: 'rescue', params: { slug: b.slug }, query: { zone: store.zoneId, symptom: m.id } }
            : { name: 'workings', hash: `#${m.id}` },
        ),
    })
  }
  for (const r of trade.value?.rules ?? []) {
    hits.push({
      kind: 'rule',
      title: r.words,
      detail: '',
      also: r.id,
      go: () => void router.push({ name: 'workings', hash: `#${r.id}` }),
    })
  }
  return hits
})
const hits = computed(() => {
  const parts = words.value.toLowerCase().split(/\s+/).filter(Boolean)
  if (!parts.length) return []
  return all.value
    .filter((h) => parts.every((p) => `${h.kind} ${h.title} ${h.detail} ${h.also ?? ''}`.toLowerCase().includes(p)))
    .sort((one, other) => Number(other.kind === 'what went wrong') - Number(one.kind === 'what went wrong'))
    .slice(0, 12)
})

function take(h: Hit | undefined) {
  if (!h) return
  emit('close')
  h.go()
}
</script>

<template>
  <v-dialog model-value max-width="560" location="top" aria-label="Search" @update:model-value="emit('close')">
    <v-card role="dialog" aria-modal="true" aria-label="Search">
      <form class="sheet" @submit.prevent="take(hits[0])">
        <v-text-field
          v-model="words"
          label="A step, a product, a rule, or what you see: silvering, too dark"
          autofocus
        />
        <ul>
          <li v-for="(h, i) in hits" :key="i">
            <button type="button" @click="take(h)">
              <span>{{ h.title }}</span>
              <span class="soft small">{{ h.kind }}: {{ h.detail }}</span>
            </button>
          </li>
        </ul>
        <p v-if="hits.some((h) => h.kind === 'what went wrong')" class="small"><CautionMark /> {{ trade?.mind }}</p>
        <p v-if="words && !hits.length" class="soft" aria-live="polite">Nothing here says that.</p>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
button {
  display: grid;
  width: 100%;
  min-height: 44px;
  padding: 4px 8px;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
li:first-child button {
  box-shadow: inset 3px 0 0 var(--ink);
}
</style>
