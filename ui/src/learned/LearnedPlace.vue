<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, Refusal } from '../api'
import { pressed } from '../bench/press'
import HandPanel from '../journal/HandPanel.vue'
import { whileTold } from '../shared/useLive'
import type { LearnedLook, LearnedPage, LearnedRow } from '../wire'

/** What the product knows of its modeller: each factor with its range and where it comes from, what it changes, forgotten with one press. */
const page = ref<LearnedPage | null>(null)
const problem = ref('')
const said = ref('')

async function ask(make: () => Promise<LearnedPage>, words = '') {
  try {
    page.value = await make()
    problem.value = ''
    said.value = words
  } catch (e) {
    problem.value = e instanceof Refusal ? e.message : String(e)
  }
}
void ask(api.learned)
whileTold((e) => e.what !== 'hello' && void ask(api.learned, said.value))

const rows = computed(() => (page.value?.told ? [page.value.you, ...page.value.families, ...page.value.products] : []))
const least = 0.25
const most = 4
/** Where a factor stands on the scale from a quarter to four times. */
const at = (f: number) => (100 * Math.log(Math.min(most, Math.max(least, f)) / least)) / Math.log(most / least)

async function takeBack(l: LearnedLook) {
  try {
    await api.press([pressed(l.build, l.step, 'undo', { of: l.press })])
    await ask(api.learned, `Taken back: ${l.words}`)
  } catch (e) {
    problem.value = e instanceof Refusal ? e.message : String(e)
  }
}
const forget = (r: LearnedRow) =>
  ask(
    () => api.forget({ product: r.product, family: r.family }),
    `Forgotten: ${r.name}. What is said from now on counts.`,
  )
const bottle = (r: LearnedRow) =>
  ask(
    () => api.forget({ product: r.product, family: r.family, bottle: true }),
    `${r.name} is a new bottle: what the old one told counts less.`,
  )
const forgetAll = () => ask(() => api.forget({ product: '', family: '' }), 'All is forgotten.')

async function bring(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0]
  if (!file) return
  try {
    const seen = JSON.parse(await file.text()) as unknown
    await ask(() => api.bringSeen(seen), 'Taken in.')
  } catch {
    problem.value = 'That file is no JSON.'
  }
}
const open = ref('')
</script>

<template>
  <main class="learned">
    <header>
      <h1>What it knows about you</h1>
      <p class="soft">
        Times are computed for typical products. What you say at the bench, still tacky or touch-dry, tells how yours
        differ; the dates of every plan follow.
      </p>
      <p v-if="said" class="said" role="status">{{ said }}</p>
      <p v-if="problem" class="bad" role="alert">{{ problem }}</p>
    </header>
    <p v-if="page && !page.told" class="none">
      Nothing yet. Press <em>Touch-dry</em> or <em>Still tacky</em> at the
      <RouterLink to="/bench">bench</RouterLink> when you look at a film.
    </p>
    <ul v-if="rows.length">
      <li v-for="r in rows" :key="r.name + r.what + r.product">
        <div class="name">
          <h2>
            <bdi>{{ r.name }}</bdi>
          </h2>
          <p class="soft">
            {{ r.product || r.family ? r.what : 'all films'
            }}{{ r.films ? `, ${r.films} ${r.films === 1 ? 'film' : 'films'}` : ''
            }}{{ r.since ? ` since ${r.since}` : '' }}
          </p>
        </div>
        <div class="scale" role="img" :aria-label="`${r.factor} times, from ${r.low} to ${r.high}`">
          <i class="one" :style="{ left: `${at(1)}%` }" />
          <i class="range" :style="{ left: `${at(r.low)}%`, width: `${at(r.high) - at(r.low)}%` }" />
          <i class="is" :style="{ left: `${at(r.factor)}%` }" />
        </div>
        <span class="figure">×{{ r.factor.toFixed(2) }}</span>
        <p class="words">
          {{ r.words }} <strong v-if="r.moved">{{ r.moved }}</strong>
        </p>
        <div v-if="r.product" class="acts">
          <button
            type="button"
            class="act"
            :aria-expanded="open === r.product + r.what"
            @click="open = open === r.product + r.what ? '' : r.product + r.what"
          >
            {{ r.looks.length }} {{ r.looks.length === 1 ? 'look' : 'looks' }}
          </button>
          <button type="button" class="act" @click="bottle(r)">A new bottle</button>
          <button type="button" class="act" @click="forget(r)">Forget</button>
        </div>
        <ul v-if="r.product && open === r.product + r.what" class="looks">
          <li v-for="l in r.looks" :key="l.press + l.words">
            {{ l.words }}
            <button
              v-if="l.press"
              type="button"
              class="act"
              :aria-label="`It was wrong: ${l.words}`"
              @click="takeBack(l)"
            >
              It was wrong
            </button>
          </li>
        </ul>
      </li>
    </ul>
    <HandPanel />
    <section v-if="page?.plans.length" aria-labelledby="changes">
      <h2 id="changes">What it changes</h2>
      <p v-for="b in page.plans" :key="b.slug">
        <RouterLink :to="{ name: 'build', params: { slug: b.slug } }">{{ b.name }}</RouterLink>: {{ b.words }}
      </p>
    </section>
    <section aria-labelledby="file">
      <h2 id="file">As a file</h2>
      <div class="acts">
        <a class="act" href="/api/learned/file" download>Save what was seen</a>
        <label class="act file"
          >Take in a file<input type="file" accept="application/json,.json" @change="bring"
        /></label>
        <button v-if="page?.told" type="button" class="act" @click="forgetAll">Forget all</button>
      </div>
    </section>
  </main>
</template>

<style scoped>
.learned {
  max-width: 1000px;
  margin: 0 auto;
  padding: 16px 20px 40px;
  display: grid;
  gap: 18px;
}
header,
section {
  display: grid;
  gap: 6px;
}
.said {
  color: var(--note);
  font-weight: 600;
}
.bad {
  color: var(--bite);
  font-weight: 600;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
ul > li {
  display: grid;
  grid-template-columns: minmax(160px, 260px) 1fr 4.5em;
  gap: 4px 18px;
  align-items: center;
  padding: 10px 0;
  border-bottom: 1px solid var(--line);
  box-shadow: 0 1px 0 var(--lip);
}
.words,
.acts,
.looks {
  grid-column: 1 / -1;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.acts .act {
  min-height: 44px;
}
.scale {
  position: relative;
  height: 26px;
  border-bottom: 1px solid var(--soft);
}
.scale i {
  position: absolute;
  bottom: 0;
}
.one {
  height: 26px;
  border-left: 1px dashed var(--soft);
}
.range {
  height: 9px;
  background: var(--line);
}
.is {
  width: 3px;
  height: 20px;
  margin-left: -1px;
  background: var(--ink);
}
.figure {
  font-size: 20px;
  font-weight: 700;
  text-align: right;
}
.looks li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 2px 0 2px 12px;
}
.file {
  position: relative;
  display: inline-flex;
  align-items: center;
}
.file input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.file:focus-within {
  outline: 3px solid var(--note);
}
@media (max-width: 640px) {
  ul > li {
    grid-template-columns: 1fr 4.5em;
  }
  .scale {
    grid-column: 1 / -1;
    order: 1;
  }
  .words,
  .acts,
  .looks {
    order: 2;
  }
}
</style>
