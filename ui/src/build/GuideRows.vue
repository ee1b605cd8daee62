<script setup lang="ts">
import { useBuild } from './useBuild'
import StateMark from '../shared/StateMark.vue'
import type { GuideBlock } from '../wire'

/** A few figures of a step, each with what it is of. */
defineProps<{ block: GuideBlock }>()
const store = useBuild()
</script>

<template>
  <section>
    <h3>{{ block.title }}</h3>
    <ul>
      <li v-for="r in block.rows" :key="r.label">
        <span class="what"><StateMark v-if="r.state" :state="r.state" quiet /> {{ r.label }}</span>
        <span>{{ r.value }}</span>
      </li>
    </ul>
    <p v-if="block.words" class="soft">{{ block.words }}</p>
    <RouterLink
      v-if="block.on && store.build"
      class="act"
      :to="{ name: 'look', params: { slug: store.build.slug }, query: { panel: 'stains', stain: block.on } }"
      >See it on the skin</RouterLink
    >
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 12px;
  padding: 4px 0;
  border-bottom: 1px solid var(--line);
}
a.act {
  justify-self: start;
}
.what {
  font-weight: 600;
}
</style>
