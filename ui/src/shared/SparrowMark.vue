<script setup lang="ts">
defineProps<{ size?: number }>()
</script>

<!-- The ink sparrow, perched; the eye is a drop left out of the ink. -->
<template>
  <svg :width="size ?? 34" :height="size ?? 34" viewBox="0 0 32 32" aria-hidden="true">
    <path
      fill="currentColor"
      d="M29.400 9.200 25.700 8C24.600 5.600 22.300 4.300 19.800 4.600c-2.700.3-4.600 2.300-5.600 4.700C12.600 13 9.300 15.600 5 17.100L1.600 22.300l5.300-1.300c1.200 2.700 3.800 4.300 6.900 4.400l-.5 3.800h1.700l.8-3.900 1.700-.3.6 3.900h1.700l-.4-4.600c4.100-1.700 6.700-5.400 6.900-9.900.1-1.400.3-2.500.7-3.300z"
    />
    <path
      d="M22.300 8.200c.7 1 .8 1.900 0 2.300-.7.300-1.400-.2-1.300-1 .1-.5.600-.9 1.300-1.300z"
      style="fill: rgb(var(--v-theme-surface))"
    />
    <path d="M11.500 14.800c1.600 3.400 4.800 5.200 8.600 4.700" fill="none" stroke="rgb(var(--v-theme-surface))" />
  </svg>
</template>
