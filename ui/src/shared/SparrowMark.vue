<script setup lang="ts">
defineProps<{ size?: number }>()
</script>

<!-- The ink sparrow: an ink drop that looks at us, films across its breast, and a brush for a tail. -->
<template>
  <svg :width="size ?? 36" :height="size ?? 36" viewBox="0 0 32 32" aria-hidden="true">
    <path
      fill="currentColor"
      d="M18.500 24.500l4.800-2.300 7 6.300-1.900.1.200 1.600-1.600-.5-.4 1.500-1.500-1-1 1.100zM14.500.6c.9 4 9 8.400 9 16.300 0 5.500-4.200 9.900-9.600 9.900S4.300 22.600 4.300 17.200C4.300 9.200 13.600 4.700 14.500.6z"
    />
    <path
      class="pale"
      d="M4.500 15.700c.2-.6 1.600-.9 2.800-.8 2.300.2 3.700 1.500 3.700 3.100-2.700 1-5.500.5-6.500-1zM23.300 15.700c-.2-.6-1.600-.9-2.800-.8-2.300.2-3.700 1.500-3.700 3.100 2.700 1 5.500.5 6.500-1zM11.900 13.400q2-1.300 4 0l-2 3.500zM8.650 12.700a1.050 1.050 0 1 0 2.100 0a1.050 1.050 0 1 0-2.100 0zM17.050 12.700a1.050 1.050 0 1 0 2.100 0a1.050 1.050 0 1 0-2.100 0z"
    />
    <path class="film" d="M6.500 21h7M14.600 21h6.600M8 22.900h11.800M10 24.800h7.800" />
  </svg>
</template>

<style scoped>
.pale {
  fill: rgb(var(--v-theme-surface));
}
.film {
  fill: none;
  stroke: rgb(var(--v-theme-surface));
  stroke-width: 0.75;
}
</style>
