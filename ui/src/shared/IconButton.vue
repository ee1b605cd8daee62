<script setup lang="ts">
import { RouterLink, type RouteLocationRaw } from 'vue-router'

/** A tool of the bar: an icon that says in words what it does. It leads somewhere, saves a file, or does something. */
defineProps<{ icon: string; title: string; label?: string; to?: RouteLocationRaw; href?: string; disabled?: boolean }>()
</script>

<template>
  <component
    :is="to ? RouterLink : href ? 'a' : 'button'"
    class="tool"
    v-bind="to ? { to } : href ? { href } : { type: 'button', disabled }"
    :title="title"
    :aria-label="label ?? title"
  >
    <svg width="24" height="24" viewBox="0 0 24 24" aria-hidden="true"><path :d="icon" fill="currentColor" /></svg>
  </component>
</template>

<style scoped>
.tool {
  display: grid;
  place-items: center;
  width: 28px;
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
}
.tool:hover:not(:disabled) {
  background: var(--raised);
}
.tool:disabled {
  opacity: 0.26;
  cursor: default;
}
@media (pointer: coarse), (max-width: 1000px) {
  .tool {
    width: 44px;
  }
}
</style>
