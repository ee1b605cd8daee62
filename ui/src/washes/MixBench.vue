<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, nextTick, ref, shallowRef, watch } from 'vue'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import { useTrade } from '../edit/useTrade'
import CautionMark from '../shared/CautionMark.vue'
import { useNewest } from '../shared/useNewest'
import { useUnits } from '../shared/useUnits'
import type { MixAnswer, PlanCup, PlanPour, Wash, Washes } from '../wire'
import BiteCell from './BiteCell.vue'
import LineMark from './LineMark.vue'
import { useCup } from './useCup'
import { watchPaced } from '../shared/watchPaced'

/** The cup: what is poured into it and what comes of that; the other way round, the recipe for a line; and what to add when it is wrong. */
const props = defineProps<{
  job: PlanCup
  wash: Wash
  cup: PlanCup | undefined
  wanted: number
  zone: string
  cloth: string
  strengths: Washes['strengths']
}>()
const store = useBuild()
const trade = useTrade()
const units = useUnits()

const { cupOf, liquids, measures, own, pourOf, products, rowOf, rows, shelf } = useCup(props)
const poured = computed(() => cupOf(rows.value.map(pourOf)))
const answer = useNewest<MixAnswer>()
watchPaced(
  poured,
  (c) => {
    if (!c.pour.length || !products.value.length) return
    void answer.ask(() => api.mix({ cup: c, build: store.build?.slug ?? '', zone: props.zone }))
  },
  120,
  { immediate: true, deep: true },
)
const got = shallowRef<MixAnswer | null>(null) // stays while the cup can't be mixed
watch(answer.value, (now) => now && (got.value = now))
const m = computed(() => got.value?.mixed)

function add(what: string) {
  rows.value = [
    ...rows.value,
    { what, amount: 1, unit: rows.value[0]?.unit ?? 'drops', left: 100, unstirred: false, diameter: 5 },
  ]
}
const drop = (i: number) => (rows.value = rows.value.filter((_, k) => k !== i))

// The other way round.
const levels = computed(() => [
  { value: props.wanted, title: 'as the plan has it' },
  ...props.strengths.map((x) => ({ value: x.wanted, title: x.words })),
])
const wish = ref(props.wanted)
const enough = ref(0)
watch(
  () => answer.value.value?.need_ml,
  (ml) => ml && !enough.value && (enough.value = Math.max(0.5, Math.round(2 * ml) / 2)),
)
const said = ref('')
async function find() {
  const first = rows.value.find((r) => r.what.startsWith('p:'))
  if (!first) return
  try {
    const r = await api.recipe({
      cup: { ...cupOf([{ product: first.what.slice(2), ml: 1 } as PlanPour]), products: products.value } as PlanCup,
      product: first.what.slice(2),
      wanted: wish.value,
      ml: enough.value,
    })
    said.value = r.words
    if (r.cup) rows.value = r.cup.pour.map(rowOf)
  } catch (e) {
    said.value = e instanceof Refusal ? e.message : String(e)
  }
}

// What to add.
async function mend(fault: string) {
  try {
    const r = await api.mix({ cup: poured.value, fault })
    said.value = r.correction
    if (r.corrected) rows.value = r.corrected.pour.map(rowOf)
  } catch (e) {
    said.value = e instanceof Refusal ? e.message : String(e)
  }
}

// Kept on the shelf, and a label for its jar.
const name = ref('')
async function keep() {
  try {
    const r = await api.mix({ cup: poured.value, name: name.value })
    const now = await api.shelf()
    const p = r.keep
    if (!p) return
    shelf.value = await api.putShelf(now.revision, {
      ...p,
      id: '',
      stock_ml: r.mixed.volume_ml,
      opened: p.mixed,
    })
    said.value = `${p.name} is on the shelf: ${r.mixed.volume_ml.toFixed(1)} ml, good for ${r.mixed.keeps}.`
    name.value = ''
  } catch (e) {
    said.value = e instanceof Refusal ? e.message : String(e)
  }
}
const labelling = useStorage('inkysparrow.label', false)
async function label() {
  labelling.value = true
  await nextTick()
  document.documentElement.classList.add('printing-label')
  window.print()
  document.documentElement.classList.remove('printing-label')
  labelling.value = false
}
const nameOf = (what: string) =>
  what.startsWith('p:') ? own(what.slice(2))?.name : liquids.value.find((l) => l.id === what.slice(2))?.words
const drops = computed(() => trade.value?.drop_ml ?? 0) // 0: amounts are told in ml until the tables have been read
</script>

<template>
  <div class="mix">
    <form class="cup" aria-label="The cup" @submit.prevent>
      <div v-for="(r, i) in rows" :key="i" class="pour">
        <select v-model="r.what" :aria-label="`Poured ${i + 1}`" class="what">
          <optgroup label="Paints, tubes, pigments">
            <option v-for="p in products" :key="p.id" :value="`p:${p.id}`">{{ p.name }}</option>
          </optgroup>
          <optgroup label="Liquids">
            <option v-for="l in liquids" :key="l.id" :value="`l:${l.id}`">{{ l.words }}</option>
          </optgroup>
        </select>
        <input
          v-model.number="r.amount"
          type="number"
          min="0"
          step="any"
          :aria-label="`How much of ${nameOf(r.what)}`"
        />
        <select v-model="r.unit" :aria-label="`Measured ${i + 1}`">
          <option v-for="u in measures" :key="u.id" :value="u.id">{{ u.words }}</option>
        </select>
        <button
          type="button"
          class="act"
          :aria-label="`Take ${nameOf(r.what)} out`"
          :disabled="rows.length < 2"
          @click="drop(i)"
        >
          ×
        </button>
        <div v-if="r.what.startsWith('p:')" class="bottle small">
          <label
            >bottle
            <input
              v-model.number="r.left"
              type="number"
              min="1"
              max="100"
              step="1"
              aria-label="Left in the bottle, %"
            />
            % full</label
          >
          <label v-if="r.unit === 'strip_mm'"
            >strip
            <input
              v-model.number="r.diameter"
              type="number"
              min="0.5"
              max="50"
              step="0.5"
              aria-label="Diameter of the strip, mm"
            />
            mm</label
          >
          <label><input v-model="r.unstirred" type="checkbox" /> not stirred</label>
        </div>
      </div>
      <div class="buttons">
        <button type="button" class="act" @click="add(`l:${got?.thinner ?? liquids[0]?.id}`)">Add thinner</button>
        <button type="button" class="act" @click="add(`p:${products[0]?.id}`)">Add a colour</button>
      </div>
    </form>
    <p v-if="answer.problem.value" role="alert" class="bad">{{ answer.problem.value }}</p>
    <template v-if="m && got">
      <div class="colours">
        <figure
          v-for="[words, c] in [
            ['wet', m.colour_wet],
            ['dry', m.colour_dry],
            ['under flat', m.colour_under_flat],
            ['under gloss', m.colour_under_gloss],
          ] as const"
          :key="words"
        >
          <i :style="{ background: c }" />
          <figcaption class="small">{{ words }}</figcaption>
        </figure>
        <figure>
          <LineMark :paint="job.paint ?? '#888888'" :line="m.line_colour ?? '#000000'" />
          <figcaption class="small">in the lines</figcaption>
        </figure>
      </div>
      <p role="status">{{ got.words }}</p>
      <dl class="figures">
        <dt>In the cup</dt>
        <dd class="figure">{{ units.liquid(m.volume_ml, drops) }}, {{ got.price }}</dd>
        <dt>To be wiped</dt>
        <dd class="figure">{{ m.dries }}</dd>
        <dt>Keeps</dt>
        <dd>{{ m.keeps }}</dd>
      </dl>
      <details>
        <summary>In figures</summary>
        <dl class="figures">
          <dt>Runs</dt>
          <dd class="figure">{{ m.run_mm }} mm</dd>
          <dt>Lines differ from the paint by</dt>
          <dd class="figure">{{ m.line_de ?? 0 }} CIEDE2000, {{ m.line_arm_de ?? 0 }} at arm's length</dd>
          <dt>Viscosity</dt>
          <dd class="figure">{{ m.viscosity_mpas }} mPa s</dd>
          <dt>Moves from</dt>
          <dd class="figure">{{ m.yield_pa }} Pa on</dd>
        </dl>
      </details>
      <template v-if="got.judged">
        <h3>On this zone</h3>
        <p class="films">
          <span v-for="(c, i) in got.judged.cells" :key="i"
            ><BiteCell :cell="c" :name="got.films[i]?.name ?? ''" /><span class="small">{{
              got.films[i]?.name
            }}</span></span
          >
        </p>
        <p v-if="got.judged.ruled_out" class="bad">{{ got.judged.ruled_out }}.</p>
        <p v-else>
          Nothing is bitten. It takes {{ got.need_ml }} ml; a {{ cloth }} cloth leaves {{ got.judged.left_pct }} % where
          it lay; {{ got.judged.window }}.
        </p>
        <button v-if="got.put" type="button" class="act first" :disabled="store.busy" @click="store.act(got.put)">
          Put this mix in the route
        </button>
      </template>
      <p v-if="m.shiny" class="wait small">
        From a bottle that was not stirred it dries shiny and off-colour: stir it up first.
      </p>
      <h3>The other way round</h3>
      <div class="recipe">
        <label
          >Lines
          <select v-model.number="wish">
            <option v-for="s in levels" :key="s.title" :value="s.value">{{ s.title }}</option>
          </select></label
        >
        <label>for <input v-model.number="enough" type="number" min="0" max="250" step="0.5" /> ml</label>
        <button type="button" class="act first" @click="find">Find the drops</button>
      </div>
      <h3>Something wrong with it</h3>
      <div class="buttons">
        <button v-for="f in got.faults" :key="f.id" type="button" class="act" @click="mend(f.id)">{{ f.words }}</button>
      </div>
      <p v-if="said" role="status" class="said">{{ said }}</p>
      <p class="soft small">
        Try it on painted scrap first: a stroke along a line, wait until it is dry, wipe, compare with the lines here,
        correct.
      </p>
      <h3>Keep it</h3>
      <div class="recipe">
        <label>Name <input v-model="name" maxlength="100" /></label>
        <button type="button" class="act" :disabled="!name.trim()" @click="keep">Keep on the shelf</button>
        <button type="button" class="act" @click="label">Print a label</button>
      </div>
      <p v-for="c in m.cautions" :key="c" class="small"><CautionMark /> {{ c }}</p>
      <Teleport v-if="labelling" to="body">
        <div class="jar-label">
          <b>{{ name || wash.name }}</b>
          <span v-for="r in rows" :key="r.what"
            >{{ r.amount }} {{ measures.find((u) => u.id === r.unit)?.words }} {{ nameOf(r.what) }}</span
          >
          <span>{{ m.volume_ml }} ml, like {{ m.like }}; keeps {{ m.keeps }}</span>
          <span v-for="c in m.cautions" :key="c">{{ c }}</span>
        </div>
      </Teleport>
    </template>
  </div>
</template>

<style>
.jar-label {
  display: none;
}
@media print {
  .printing-label .v-application {
    display: none !important;
  }
  .printing-label .jar-label {
    display: grid;
    width: 62mm;
    padding: 3mm;
    border: 0.3mm solid #000;
    font: 9pt sans-serif;
  }
}
</style>
<style scoped>
.mix {
  display: grid;
  gap: 8px;
}
h3 {
  margin-top: 6px;
  font-size: 16px;
}
.pour {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 62px 104px 32px;
  gap: 4px;
  margin-bottom: 4px;
}
select,
input:not([type='checkbox']) {
  min-width: 0;
  min-height: 34px;
  padding: 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: var(--sheet);
  color: inherit;
  font: 15px var(--v-font-body);
}
.bottle {
  grid-column: 1 / -1;
  display: flex;
  gap: 14px;
  color: var(--soft);
}
.bottle label {
  display: flex;
  align-items: center;
  gap: 4px;
}
.bottle input:not([type='checkbox']) {
  width: 52px;
  min-height: 26px;
}
.buttons,
.recipe {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
}
.recipe input {
  width: 70px;
}
.recipe label:first-child input {
  width: 130px;
}
.colours {
  display: flex;
  gap: 8px;
}
.colours figure {
  margin: 0;
  flex: 1;
  text-align: center;
}
.colours i {
  display: block;
  height: 44px;
}
.films {
  display: grid;
}
.films > span {
  display: flex;
  align-items: center;
  gap: 6px;
}
.figures {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  margin: 0;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
.said {
  padding: 4px 8px;
  border-left: 4px solid var(--note);
}
.bad {
  color: var(--bite);
  font-weight: 600;
}
.wait {
  color: var(--wait);
}
@media (pointer: coarse) {
  select,
  input:not([type='checkbox']) {
    min-height: 44px;
  }
}
</style>
