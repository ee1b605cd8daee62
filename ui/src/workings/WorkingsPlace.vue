<script setup lang="ts">
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'

import { api, Refusal } from '../api'
import type { WorkingGroup } from '../wire'
import WorkedExamples from './WorkedExamples.vue'

const route = useRoute()
const wanted = ref(String(route.query.q ?? ''))
const kind = ref('')

const groups = shallowRef<readonly WorkingGroup[]>([])
const failed = ref('')
void api.workings().then(
  (w) => (groups.value = w.groups),
  (e) => (failed.value = e instanceof Refusal ? e.message : String(e)),
)
/** Findings link to rules by their id; the other tables' ids may be the same. */
const anchor = (group: string, id: string) =>
  group === 'Rules' ? id : `${group.toLowerCase().replaceAll(' ', '-')}-${id}`

const shown = computed(() => {
  const words = wanted.value.toLowerCase().split(/\s+/).filter(Boolean)
  return groups.value
    .map((g) => ({
      ...g,
      rows: g.rows.filter((r) => {
        const all =
          `${g.name} ${r.id} ${r.title} ${r.words ?? ''} ${r.figures ?? ''} ${r.evidence} ${r.source ?? ''}`.toLowerCase()
        return words.every((w) => all.includes(w)) && (!kind.value || r.evidence === kind.value)
      }),
    }))
    .filter((g) => g.rows.length)
})
const count = computed(() => shown.value.reduce((sum, g) => sum + g.rows.length, 0))

watch(
  [() => route.hash, groups],
  async () => {
    await nextTick()
    if (route.hash && groups.value.length)
      document.getElementById(route.hash.slice(1))?.scrollIntoView({ block: 'start' })
  },
  { immediate: true },
)
/** The tables are folded until one is opened, something is searched, or an entry is asked for. */
const asked = computed(() => wanted.value.trim() !== '' || kind.value !== '')
const open = (g: WorkingGroup) => asked.value || g.rows.some((r) => route.hash === `#${anchor(g.name, r.id)}`)
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
      <WorkedExamples />
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
        <span class="soft" aria-live="polite">{{ groups.length ? `${count} entries` : 'Reading the tables' }}</span>
      </div>
    </header>
    <p v-if="failed" role="alert">{{ failed }}</p>
    <p v-else-if="groups.length && !count" class="soft">Nothing here says that.</p>
    <details v-for="g in shown" :key="g.name" class="group" :open="open(g)">
      <summary>
        <h2>{{ g.name }}</h2>
        <span class="soft">{{ g.rows.length }}</span>
      </summary>
      <article
        v-for="r in g.rows"
        :id="anchor(g.name, r.id)"
        :key="r.id"
        :class="{ target: route.hash === `#${anchor(g.name, r.id)}` }"
      >
        <div>
          <h3>{{ r.title }}</h3>
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
    </details>
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
.ask label {
  display: flex;
  gap: 8px;
  align-items: center;
}
input,
select {
  height: 40px;
  padding: 0 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  border-radius: 0;
  background: none;
  color: var(--ink);
  font: inherit;
}
input {
  width: 280px;
}
.group > summary {
  display: flex;
  gap: 10px;
  align-items: baseline;
  min-height: 44px;
  padding: 10px 0 4px;
  border-bottom: 2px solid var(--line);
  cursor: pointer;
}
.group > summary::before {
  content: '▸';
}
.group[open] > summary::before {
  content: '▾';
}
.group[open] > summary {
  border-color: var(--ink);
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
