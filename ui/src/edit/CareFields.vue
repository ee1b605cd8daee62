<script setup lang="ts">
import { computed, watch } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import { useNewest } from '../shared/useNewest'
import type { Cares } from '../wire'
import type { SettingsForm } from './settings'

/** How careful one wants to be with the dates of a build, with what each would come to on this one. */
const f = defineModel<SettingsForm>({ required: true })
const store = useBuild()
const asked = useNewest<Cares>((words) => (store.said = words))
const cares = asked.value
watch(
  () => store.build?.revision,
  () => {
    const b = store.build
    if (b) void asked.ask(() => api.cares(b.slug))
  },
  { immediate: true },
)
const each = computed(() => f.value.waiting ?? cares.value?.waiting ?? 0)
</script>

<template>
  <fieldset class="cares">
    <legend>How careful?</legend>
    <p class="soft small">
      A date is chosen so that waiting for it, and what may go wrong by then, cost the least together.
    </p>
    <label v-for="row in cares?.rows ?? []" :key="row.care" class="care" :class="{ chosen: f.care === row.care }">
      <input v-model="f.care" type="radio" name="care" :value="row.care" />
      <span class="what"
        ><b>{{ row.name }}</b> <span class="soft">{{ row.is }}</span></span
      >
      <span class="comes">
        <span v-if="row.finish">{{ row.now || !row.effect ? `ready ${row.finish}` : row.effect }}</span>
        <span
          ><span class="figure">{{ row.mishaps.toFixed(1) }}</span> mishaps to be expected, some
          <span class="figure">{{ row.evenings.toFixed(1) }}</span> evenings</span
        >
      </span>
    </label>
    <p v-if="!cares" class="soft">Trying each on this build.</p>
  </fieldset>
  <label class="waits">
    <span
      >An evening of waiting counts <span class="figure">{{ each.toFixed(2) }}</span> of an evening that is lost</span
    >
    <input
      type="range"
      min="0.05"
      max="1"
      step="0.05"
      :value="each"
      aria-label="What an evening of waiting counts"
      @input="(e) => (f.waiting = Number((e.target as HTMLInputElement).value))"
    />
    <span class="soft small">Little: you have other things on the bench. Much: you want it on the table.</span>
  </label>
</template>

<style scoped>
.cares {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
legend {
  font-weight: 600;
  padding: 0;
}
.care {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: 2px 8px;
  align-items: center;
  min-height: 44px;
  padding: 8px 10px;
  border-bottom: 1px solid var(--line);
  cursor: pointer;
}
.care.chosen {
  background: var(--raised);
}
.comes {
  grid-column: 2;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  font-size: 14px;
}
.waits {
  display: grid;
  gap: 4px;
  margin-top: 16px;
}
.waits input {
  min-height: 32px;
}
</style>
