<script setup lang="ts">
import { ref, watch } from 'vue'

import { api, Refusal } from '../api'
import StateMark from '../shared/StateMark.vue'
import type { Found } from '../wire'

/** What a search over the journals of all builds brought, with how each went. */
const props = defineProps<{ q: string }>()
defineEmits<{ close: [] }>()
const found = ref<Found | null>(null)
const problem = ref('')
watch(
  () => props.q,
  async (q) => {
    try {
      const got = await api.foundIn(q)
      if (q === props.q) found.value = got
      problem.value = ''
    } catch (e) {
      problem.value = e instanceof Refusal ? e.message : String(e)
    }
  },
  { immediate: true },
)
</script>

<template>
  <section class="found" aria-label="Found in all builds">
    <p role="status">
      <b>{{ problem || found?.words }}</b>
      <button type="button" class="act" @click="$emit('close')">Close</button>
    </p>
    <ol>
      <li v-for="e in found?.entries ?? []" :key="e.slug + e.id">
        <StateMark :state="e.state" />
        <span
          ><RouterLink :to="{ name: 'journal', params: { slug: e.slug } }"
            ><bdi>{{ e.build }}</bdi></RouterLink
          >, {{ e.day }}: <b>{{ e.title }}</b><template v-if="e.where">, {{ e.where }}</template
          ><template v-if="e.went">; {{ e.went }}</template
          ><span class="soft"
            ><template v-for="d in e.differs" :key="d">; {{ d }}</template></span
          ></span
        >
      </li>
    </ol>
    <p v-if="found?.more" class="soft">{{ found.more }} more: say it more closely.</p>
  </section>
</template>

<style scoped>
.found {
  padding: 8px 16px;
  border-bottom: 1px solid var(--line);
  max-height: 40vh;
  overflow: auto;
}
p {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 20px 1fr;
  gap: 6px;
  padding: 4px 0;
  border-top: 1px solid var(--line);
}
</style>
