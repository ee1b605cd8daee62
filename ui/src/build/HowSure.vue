<script setup lang="ts">
import StateMark from '../shared/StateMark.vue'
import type { Explain } from '../wire'

/** When it would be with a fast, a usual and a slow product. */
defineProps<{ explain: Explain }>()
</script>

<template>
  <h3>How sure that is</h3>
  <dl>
    <dt>a fast product</dt>
    <dd class="figure">{{ explain.fast }}</dd>
    <dt>the usual one</dt>
    <dd class="figure">{{ explain.usual }}</dd>
    <dt>a slow one</dt>
    <dd class="figure">{{ explain.slow }}</dd>
  </dl>
  <p v-if="explain.advice">
    <StateMark :state="!explain.safe ? 'bite' : explain.crosses ? 'wait' : 'safe'" quiet /> {{ explain.advice }}
  </p>
</template>

<style scoped>
h3 {
  font-size: 16px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 1px 12px;
  margin: 0;
}
dd {
  margin: 0;
  text-align: right;
}
</style>
