<script setup lang="ts">
import { computed } from 'vue'

import StateMark from '../shared/StateMark.vue'
import type { Offer } from '../wire'

/** The bottles that a step can be done with: their colour, and what each would do here. */
const props = defineProps<{
  offers: { value: string; offer: Offer }[]
  optional: boolean
  asking: boolean
  problem: string
}>()
const chosen = defineModel<string | null>({ required: true })
const none = computed(() => !props.asking && !props.offers.length)
</script>

<template>
  <div class="with">
    <span class="plate">With</span>
    <p v-if="problem" class="soft" role="alert">{{ problem }}</p>
    <p v-else-if="none" class="soft">Neither the plan nor the shelf has a product of this kind.</p>
    <p v-else-if="asking" class="soft">Looking what each bottle would do</p>
    <div class="bottles" role="group" aria-label="With">
      <button v-if="optional" type="button" class="bottle" :aria-pressed="!chosen" @click="chosen = null">
        <span class="name">Nothing</span>
      </button>
      <button
        v-for="b in offers"
        :key="b.value"
        type="button"
        class="bottle"
        :class="b.offer.word"
        :aria-pressed="b.value === chosen"
        :title="b.offer.because"
        @click="chosen = b.value"
      >
        <svg width="20" height="34" viewBox="0 0 20 34" aria-hidden="true">
          <path d="M7 1h6v5h-6z" class="cap" />
          <path d="M7 6h6l4 6v20q0 1-1 1H4q-1 0-1-1V12z" :fill="b.offer.colour || 'var(--sheet)'" class="glass" />
        </svg>
        <span class="what">
          <bdi class="name">{{ b.offer.product }}</bdi>
          <span v-if="b.offer.word === 'untried'" class="does soft">…</span>
          <span v-else class="does"><StateMark :state="b.offer.state" quiet /> {{ b.offer.words }}</span>
        </span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.bottles {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  max-height: 190px;
  overflow-y: auto;
}
.bottle {
  display: flex;
  gap: 8px;
  align-items: center;
  flex: 0 1 176px;
  min-height: 44px;
  padding: 3px 8px 3px 4px;
  border: 0;
  border-bottom: 2px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.bottle[aria-pressed='true'] {
  border-color: var(--ink);
  background: var(--sheet);
  box-shadow: inset 3px 0 0 var(--ink);
}
.cap {
  fill: var(--ink);
}
.glass {
  stroke: var(--ink);
}
.what {
  display: grid;
  min-width: 0;
}
.name {
  font-weight: 600;
  font-size: 14px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.does {
  font-size: 13px;
  color: var(--soft);
}
</style>
