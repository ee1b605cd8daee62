<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'

import { useTrade } from '../edit/useTrade'

const trade = useTrade()
const route = useRoute()
const wanted = ref(String(route.query.q ?? ''))
const kind = ref('')

interface Row {
  id: string
  title: string
  words: string
  figures: string
  evidence: string
  source: string
  mathml?: string
}

const groups = computed<{ name: string; rows: Row[] }[]>(() => {
  const t = trade.value
  if (!t) return []
  return [
    {
      name: 'Rules',
      rows: t.rules.map((r) => ({
        id: r.id,
        title: r.title,
        words: r.reason,
        figures: r.timed ? 'time can satisfy it' : '',
        evidence: r.evidence,
        source: r.source,
      })),
    },
    {
      name: 'Formulas',
      rows: t.formulas.map((f) => ({
        id: f.id,
        title: f.title,
        words: f.words,
        figures: '',
        evidence: f.evidence,
        source: f.source,
        mathml: f.mathml,
      })),
    },
    {
      name: 'Families of film',
      rows: t.families.map((f) => ({
        id: f.id,
        title: f.name,
        words: `${f.note} Carried by ${f.carrier}, thinned by ${f.thinner}, removed by ${f.remover}.`,
        figures: f.figures,
        evidence: f.evidence,
        source: f.source,
      })),
    },
    {
      name: 'How films harden',
      rows: t.mechanisms.map((m) => ({
        id: m.id,
        title: m.name,
        words: m.paragraph,
        figures: '',
        evidence: '',
        source: '',
      })),
    },
    {
      name: 'Liquids',
      rows: t.liquids.map((l) => ({
        id: l.id,
        title: l.name,
        words: l.caution,
        figures: l.figures,
        evidence: l.evidence,
        source: l.source,
      })),
    },
    {
      name: 'Kinds of contact',
      rows: t.contacts.map((c) => ({
        id: c.id,
        title: c.name,
        words: '',
        figures: c.figures,
        evidence: 'common practice, no source',
        source: 'fitted to what the bench reports',
      })),
    },
    {
      name: 'Kinds of step',
      rows: t.techniques.map((d) => ({
        id: d.id,
        title: d.name,
        words: `${d.phase}. ${d.caution}`,
        figures: d.times,
        evidence: 'common practice, no source',
        source: '',
      })),
    },
    {
      name: 'Schools',
      rows: t.schools.map((s) => ({
        id: s.id,
        title: s.question,
        words: s.answers.map((a) => `${a.words}: ${a.cost}`).join('; '),
        figures: '',
        evidence: 'common practice, no source',
        source: '',
      })),
    },
    {
      name: 'Constants',
      rows: t.numbers.map((n) => ({
        id: n.id,
        title: n.meaning,
        words: '',
        figures: `${n.value.toLocaleString('en-GB', { maximumSignificantDigits: 6 })} ${n.unit}`,
        evidence: n.evidence,
        source: n.source,
      })),
    },
  ]
})

const shown = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean)
  return groups.value
    .map((g) => ({
      ...g,
      rows: g.rows.filter((r) => {
        const all = `${g.name} ${r.id} ${r.title} ${r.words} ${r.figures} ${r.evidence} ${r.source}`.toLowerCase()
        return words.every((w) => all.includes(w)) && (!kind.value || r.evidence === kind.value)
      }),
    }))
    .filter((g) => g.rows.length)
})
const count = computed(() => shown.value.reduce((sum, g) => sum + g.rows.length, 0))

watch(
  [() => route.hash, () => trade.value],
  async () => {
    await nextTick()
    if (route.hash && trade.value) document.getElementById(route.hash.slice(1))?.scrollIntoView({ block: 'start' })
  },
  { immediate: true },
)
const kinds = ['published', 'from memory', 'common practice, no source']
</script>

<template>
  <main class="workings">
    <header>
      <h1>Workings</h1>
      <p class="soft">
        Every rule, constant and formula that the figures come from, with its evidence. Families are typical; real
        products differ.
      </p>
      <div class="ask">
        <label
          >Search <input id="workings-search" v-model="wanted" type="search" placeholder="white spirit, rub, gloss" />
        </label>
        <label
          >Evidence
          <select v-model="kind">
            <option value="">any</option>
            <option v-for="k in kinds" :key="k">{{ k }}</option>
          </select>
        </label>
        <span class="soft" aria-live="polite">{{ trade ? `${count} entries` : 'Reading the tables' }}</span>
      </div>
    </header>
    <p v-if="trade && !count" class="soft">Nothing here says that.</p>
    <section v-for="g in shown" :key="g.name" :aria-label="g.name">
      <h2>{{ g.name }}</h2>
      <article v-for="r in g.rows" :id="r.id" :key="r.id" :class="{ target: route.hash === `#${r.id}` }">
        <div>
          <h3>{{ r.title[0]?.toUpperCase() }}{{ r.title.slice(1) }}</h3>
          <!-- eslint-disable-next-line vue/no-v-html -- the engine's own formulas, fixed in its source -->
          <div v-if="r.mathml" class="formula" tabindex="0" v-html="r.mathml" />
          <p v-if="r.words">{{ r.words }}</p>
          <p v-if="r.figures" class="figure">{{ r.figures }}</p>
        </div>
        <p class="soft small">
          <code>{{ r.id }}</code><br />
          {{ r.evidence }}<template v-if="r.source">: {{ r.source }}</template>
        </p>
      </article>
    </section>
  </main>
</template>

<style scoped>
.workings {
  max-width: 1040px;
  margin: 0 auto;
  padding: 22px 20px 60px;
  width: 100%;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: center;
  margin: 12px 0;
}
input,
select {
  height: 40px;
  padding: 0 10px;
  border: 1px solid var(--soft);
  border-radius: 2px;
  background: var(--raised);
  color: var(--ink);
  font: inherit;
}
input {
  width: 280px;
}
h2 {
  margin-top: 22px;
  padding-bottom: 4px;
  border-bottom: 2px solid var(--ink);
}
article {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 270px;
  gap: 20px;
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
  scroll-margin-top: 12px;
}
article h3 {
  font-size: 16px;
}
.target {
  box-shadow: -6px 0 0 var(--note);
}
.formula {
  font-size: 20px;
  margin: 6px 0;
  overflow-x: auto;
}
code {
  font-family: var(--mono);
}
@media (max-width: 760px) {
  article {
    grid-template-columns: minmax(0, 1fr);
    gap: 4px;
  }
  .ask label {
    width: 100%;
  }
  input,
  select {
    width: 100%;
  }
  article p {
    overflow-wrap: anywhere;
  }
}
</style>
