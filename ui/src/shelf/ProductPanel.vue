<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import CautionMark from '../shared/CautionMark.vue'
import { useNewest } from '../shared/useNewest'
import { useUnits } from '../shared/useUnits'
import type { Follow, Shelved, ShelfHiding } from '../wire'
import FollowChart from './FollowChart.vue'
import { say } from '../shared/say'
import { watchPaced } from '../shared/watchPaced'

/** A product of the shelf: what it is, what may follow it, what the builds will use of it. */
const props = defineProps<{ chosen: Shelved; products: readonly Shelved[]; drop: number; above: string }>()
const emit = defineEmits<{ change: []; remove: [] }>()
const store = useBuild()
const units = useUnits()

// What may follow what: the product below or above another one. A wash or oil is first shown over a paint, everything else under a wash.
const other = ref('')
const below = ref(true)
const asked = useNewest<Follow>((words) => (store.said = words))
const follow = asked.value
watch(
  () => [props.chosen.product.id, props.above],
  () => {
    const own = props.chosen.product
    if (props.above) {
      below.value = true
      other.value = props.above
      return
    }
    below.value = own.kind !== 'wash' && own.kind !== 'oil'
    other.value = props.products.find((p) => p.product.kind === (below.value ? 'wash' : 'paint'))?.product.id ?? own.id
  },
  { immediate: true },
)
const hides = useNewest<ShelfHiding>()
const hiding = hides.value
watch(
  () => props.chosen,
  (chosen) => {
    hides.clear()
    void hides.ask(() => api.hiding(chosen.product.id))
  },
  { immediate: true },
)
const others = computed(() => props.products.map((p) => ({ value: p.product.id, title: p.product.name })))
watchPaced(
  () => [props.chosen, other.value, below.value] as const,
  ([chosen, o, isBelow]) => {
    asked.clear()
    const id = chosen.product.id
    if (o) void asked.ask(() => api.follow(isBelow ? id : o, isBelow ? o : id))
  },
  60,
  { immediate: true },
)
const day = (t: string) => say(t, 'day')
</script>

<template>
  <div class="panel">
    <p class="soft">
      {{ chosen.product.kind }}, {{ chosen.family }}<template v-if="hiding?.words">; {{ hiding.words }}</template
      ><template v-if="hiding?.dries">; {{ hiding.dries }}</template>
    </p>
    <p v-if="chosen.liquids" class="soft">Carried by {{ chosen.liquids }}.</p>
    <p v-if="chosen.product.note">{{ chosen.product.note }}</p>
    <p v-if="chosen.caution" class="caution"><CautionMark /> {{ chosen.caution }}</p>
    <div class="buttons">
      <v-btn variant="outlined" @click="emit('change')">Change</v-btn>
      <v-btn variant="outlined" @click="emit('remove')">Remove</v-btn>
    </div>
    <h3>What may follow what</h3>
    <p class="soft small">Put one bottle onto another on the shelf, or choose it here.</p>
    <div class="pair">
      <v-select
        v-model="below"
        label="It lies"
        :items="[
          { value: true, title: 'below' },
          { value: false, title: 'on top of' },
        ]"
        hide-details
      />
      <v-autocomplete v-model="other" label="The other one" :items="others" hide-details />
    </div>
    <FollowChart v-if="follow" :follow="follow" />
    <h3>In the builds</h3>
    <p v-if="!chosen.uses.length" class="soft">No step that is still to be done takes it.</p>
    <template v-else>
      <p>
        {{ units.liquid(chosen.need_ml, drop) }} planned<template v-if="chosen.product.stock_ml !== undefined">
          of {{ units.liquid(chosen.product.stock_ml, drop) }} at hand</template
        ><template v-if="chosen.runs_out">: {{ chosen.runs_out }}</template>
      </p>
      <ul class="uses">
        <li v-for="(u, i) in chosen.uses" :key="i">
          <RouterLink :to="{ name: 'build', params: { slug: u.slug } }">{{ u.build }}</RouterLink>
          <span>{{ u.what }}</span>
          <span class="figure">{{ units.liquid(u.ml, drop) }}</span>
          <span class="figure soft">{{ day(u.at) }}</span>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 10px;
}
h3 {
  font-size: 17px;
  margin-top: 4px;
}
.caution {
  font-size: 13px;
}
.uses {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 14px;
}
.uses li {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 0 10px;
  padding: 3px 0;
  border-bottom: 1px solid var(--line);
}
.uses li span:nth-child(2) {
  grid-column: 1;
  grid-row: 2;
}
</style>
