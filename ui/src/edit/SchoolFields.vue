<script setup lang="ts">
import type { School } from '../wire'

/** Questions on which modellers disagree, each with its answers and what they cost. */
defineProps<{ schools: readonly School[]; takes?: (school: string, answer: { id: string; cost: string }) => string }>()
const chosen = defineModel<Record<string, string>>({ required: true })
</script>

<template>
  <v-select
    v-for="s in schools"
    :key="s.id"
    :model-value="chosen[s.id] ?? s.answers[0]?.id"
    :label="s.question"
    :items="
      s.answers.map((x) => ({ value: x.id, title: x.words, props: { subtitle: takes ? takes(s.id, x) : x.cost } }))
    "
    @update:model-value="(v: string) => (chosen = { ...chosen, [s.id]: v })"
  />
</template>
