<script setup lang="ts">
import { computed } from 'vue'

import ServiceFields from '../edit/ServiceFields.vue'
import { useTrade } from '../edit/useTrade'
import type { PlanBrief } from '../wire'
import BriefPicture from './BriefPicture.vue'
import ChoiceRow from './ChoiceRow.vue'
import type { Brief } from './useBrief'

/** How worn a new build should look, each answer seen on this very aircraft. */
const props = defineProps<{ of: Brief }>()
const { a, brief } = props.of
const trade = useTrade()

const schools = computed(() => trade.value?.shown ?? [])
const wordsOf = (id: string, answer: string) =>
  trade.value?.schools.find((s) => s.id === id)?.answers.find((one) => one.id === answer)?.words ?? answer
const answered = (id: string) => a.schools[id] ?? trade.value?.schools.find((s) => s.id === id)?.answers[0]?.id ?? ''
const takes = (id: string, answer: string) => {
  const found = trade.value?.schools.find((s) => s.id === id)?.answers.find((one) => one.id === answer)
  return found ? props.of.takes(id, found) : ''
}
const withAnswer = (id: string, answer: string): PlanBrief => ({
  ...brief.value,
  schools: { ...brief.value.schools, [id]: answer },
})
const put = (key: 'place' | 'care' | 'months', v: string | number) =>
  (a.service = { ...a.service, [key]: a.service[key] === v ? undefined : v })
</script>

<template>
  <ChoiceRow
    label="Based on"
    told
    :choices="trade?.places ?? []"
    :chosen="a.service.place"
    @choose="(id) => put('place', id)"
  />
  <ChoiceRow
    label="In service for"
    told
    :choices="trade?.months ?? []"
    :chosen="String(a.service.months ?? '')"
    @choose="(id) => put('months', Number(id))"
  />
  <div v-for="s in a.type ? schools : []" :key="s.school" class="seen">
    <h3 class="plate">{{ s.words }}</h3>
    <div class="row" role="radiogroup" :aria-label="s.words">
      <button
        v-for="id in s.answers"
        :key="id"
        type="button"
        class="tile"
        role="radio"
        :aria-checked="answered(s.school) === id"
        @click="a.schools = { ...a.schools, [s.school]: id }"
      >
        <BriefPicture
          :brief="withAnswer(s.school, id)"
          view="top"
          :most="190"
          :label="`${s.words}: ${wordsOf(s.school, id)}`"
        />
        <b>{{ wordsOf(s.school, id) }}</b>
        <span class="soft small">{{ takes(s.school, id) }}</span>
      </button>
    </div>
  </div>
  <ServiceFields v-model="a.service" />
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px;
}
.row b {
  display: block;
  padding: 4px 8px 0;
}
.row span {
  display: block;
  padding: 0 8px 6px;
}
</style>
