<script setup lang="ts">
import StateMark from '../shared/StateMark.vue'
import type { Bench, BenchOut } from '../wire'

/** What the next session wants of the shelf: bottles, how full they are, what has to be bought. */
defineProps<{ bench: Bench }>()
defineEmits<{ empty: [build: string, product: string] }>()
const full = (o: BenchOut) => (o.stock < 0 ? 0.6 : Math.min(1, o.stock / Math.max(o.stock, 20)))
</script>

<template>
  <section v-if="bench.out.length" class="part" aria-labelledby="out">
    <h2 id="out">For {{ bench.out_day }} put out</h2>
    <ul class="rows">
      <li v-for="o in bench.out" :key="o.name">
        <svg width="26" height="44" viewBox="0 0 26 44" aria-hidden="true">
          <rect
            :x="3"
            :y="12 + 29 * (1 - full(o))"
            width="20"
            :height="29 * full(o)"
            :fill="o.colour || 'var(--soft)'"
          />
          <path d="M9 1h8v7l6 5v28H3V13l6-5z" class="glass" />
        </svg>
        <span class="what">
          <strong>{{ o.name }}</strong>
          <span class="soft">{{ o.for }}{{ o.stir ? '. Stir it well.' : '' }}</span>
        </span>
        <span class="figure"
          >{{ o.ml ? `${o.ml} ml wanted` : '' }}<template v-if="o.stock >= 0">, {{ o.stock }} ml there</template></span
        >
        <button
          v-if="o.stock > 0"
          type="button"
          class="act tall"
          :aria-label="`Empty: ${o.name}`"
          @click="$emit('empty', o.build, o.name)"
        >
          Empty
        </button>
        <strong v-if="o.short" class="short"><StateMark state="wait" quiet /> {{ o.short }}</strong>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.glass {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
.short {
  color: var(--wait);
}
</style>
