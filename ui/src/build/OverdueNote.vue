<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import StateMark from '../shared/StateMark.vue'
import { useBuild } from './useBuild'

/** What should have been done by now and is not marked, and the two ways to put that right. */
const store = useBuild()
const first = computed(() => store.overdue[0])
const step = computed(() =>
  store.build?.zones.find((z) => z.id === first.value?.zone)?.steps.find((s) => s.id === first.value?.step),
)
const zone = computed(() => store.build?.zones.find((z) => z.id === first.value?.zone))
const count = computed(() => store.overdue.length)
const otherwise = ref(false) // the ways out besides the usual one are shown
watch(first, () => (otherwise.value = false))
function atAnother() {
  if (!first.value) return
  store.chooseStep(first.value.step)
  store.earlier = true
}
</script>

<template>
  <section v-if="first && step && zone" class="overdue no-print" aria-label="Overdue">
    <p>
      <StateMark state="wait" quiet />{{ ' ' }} <b>{{ count === 1 ? 'Overdue' : `${count} overdue` }}:</b>{{ ' ' }}
      <button type="button" class="link" @click="store.chooseStep(first.step)">
        {{ step.name }}, <bdi>{{ zone.name }}</bdi></button
      >, {{ count === 1 ? '' : 'first, ' }}{{ first.was }}
    </p>
    <div class="ways">
      <button type="button" class="act" :disabled="store.busy" @click="store.act({ do: 'catch-up' })">
        {{ count === 1 ? 'Done as planned' : 'All done as planned' }}
      </button>
      <button v-if="!otherwise" type="button" class="act" @click="otherwise = true">Otherwise…</button>
      <template v-else>
        <button type="button" class="act" @click="atAnother">Done at another time</button>
        <button type="button" class="act" :disabled="store.busy" @click="store.act({ do: 'lay-anew' })">
          Not done: lay it out anew
        </button>
      </template>
    </div>
  </section>
</template>

<style scoped>
.overdue {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  align-items: center;
  padding: 2px 14px;
  background: var(--raised);
  border-top: 1px solid var(--line);
  box-shadow: inset 5px 0 0 var(--wait);
}
p {
  overflow-wrap: anywhere;
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-left: auto;
}
</style>
