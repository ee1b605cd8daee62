<script setup lang="ts">
import { ref, watch } from 'vue'

import { api } from '../api'
import GuideRows from '../build/GuideRows.vue'
import { useTrade } from '../edit/useTrade'
import { useUnits } from '../shared/useUnits'
import type { BenchStep, Guide } from '../wire'

/** How the step at hand is done: the cup, the airbrush, the ways. */
const props = defineProps<{ step: BenchStep }>()
const guide = ref<Guide | null>(null)
const problem = ref('')
const units = useUnits()
const trade = useTrade()
const ml = (v: number) => units.liquid(v, trade.value?.drop_ml ?? 0)
watch(
  () => props.step,
  async (s) => {
    try {
      guide.value = await api.guide(s.build, s.step)
    } catch (e) {
      problem.value = e instanceof Error ? e.message : String(e)
    }
  },
  { immediate: true },
)
</script>

<template>
  <div class="card">
    <p v-if="problem">{{ problem }}</p>
    <dl v-if="guide?.cup">
      <div>
        <dt>Cup</dt>
        <dd class="figure">
          {{ ml(guide.cup.product_ml) }} and {{ ml(guide.cup.thinner_ml) }} of thinner<template
            v-if="guide.cup.cups > 1"
            >, in {{ guide.cup.cups }} cups</template
          >
        </dd>
      </div>
      <div v-if="guide.cup.sprayed">
        <dt>Airbrush</dt>
        <dd class="figure">
          {{ guide.cup.needle_mm.is }} mm, {{ units.psi(guide.cup.psi.is) }}, {{ guide.cup.distance_cm.is }} cm
        </dd>
      </div>
      <div v-if="guide.cup.weather">
        <dt>Air</dt>
        <dd>{{ guide.cup.weather }}</dd>
      </div>
    </dl>
    <GuideRows v-for="b in guide?.blocks ?? []" :key="b.title" :block="b" />
    <ul v-if="guide?.ways.length">
      <li v-for="w in guide.ways" :key="w">{{ w }}</li>
    </ul>
  </div>
</template>

<style scoped>
.card {
  display: grid;
  gap: 10px;
  padding: 10px 14px;
  background: var(--ground);
}
dl {
  display: grid;
  gap: 6px;
  margin: 0;
}
dl div {
  display: flex;
  gap: 14px;
  flex-wrap: wrap;
}
dt {
  width: 5.5em;
  color: var(--soft);
}
dd {
  margin: 0;
  font-size: 18px;
}
ul {
  margin: 0;
  padding-left: 20px;
}
</style>
