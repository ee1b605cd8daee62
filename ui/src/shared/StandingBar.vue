<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { cancelWaits, waited } from '../api'
import { connected, frozen, old, reloadWhenIdle } from './useLive'

/** What lasts is said in a bar that lasts as long: no server, an old page, work under way. It is loaded from the start, so that it can be said. */
const back = ref(false) // for a moment after the server was away
watch(old, (is) => is && reloadWhenIdle(), { immediate: true })
const state = computed(() =>
  !connected.value
    ? 'gone'
    : old.value
      ? 'old'
      : waited.value
        ? 'busy'
        : frozen.value
          ? 'frozen'
          : back.value
            ? 'back'
            : '',
)
watch(connected, (is, was) => {
  back.value = is && !was
  if (back.value) window.setTimeout(() => (back.value = false), 4000)
})
const reload = () => location.reload()
</script>

<template>
  <div class="standing no-print" :class="state" role="status" aria-live="polite">
    <template v-if="state === 'gone'">Not connected. Nothing is lost; trying again.</template>
    <template v-else-if="state === 'old'">
      Inky Sparrow has been renewed. <button type="button" @click="reload">Reload</button>
    </template>
    <template v-else-if="state === 'busy'">
      Working it out. <button type="button" @click="cancelWaits">Cancel</button>
    </template>
    <template v-else-if="state === 'back'">Connected again. Nothing was lost.</template>
    <template v-else-if="state === 'frozen'">
      <span :title="frozen">Nothing can be changed: the file is only read.</span>
      <RouterLink to="/keeping">What to do</RouterLink>
    </template>
  </div>
</template>

<style scoped>
.standing {
  position: fixed;
  left: 50%;
  top: 58px; /* below the bar, over no rail */
  transform: translateX(-50%);
  z-index: 3000;
  border-radius: 2px;
  font: 600 16px var(--heading);
  white-space: nowrap;
}
.standing:not(:empty) {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 44px;
  padding: 0 16px;
  background: var(--action);
  color: var(--on-action);
}
.gone,
.frozen {
  box-shadow: inset 6px 0 0 var(--bite);
  padding-left: 22px !important;
}
.old {
  box-shadow: inset 6px 0 0 var(--wait);
  padding-left: 22px !important;
}
.standing a {
  color: inherit;
}
button {
  min-height: 44px;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-decoration: underline;
  text-underline-offset: 3px;
  cursor: pointer;
}
</style>
