<script setup lang="ts">
defineProps<{ size?: number }>()
</script>

<!-- The ink sparrow: an ink drop that looks at us, films across its breast, and the bristles of a brush for a tail. -->
<template>
  <svg class="sparrow" :width="size ?? 36" :height="size ?? 36" viewBox="0 0 32 32" aria-hidden="true">
    <path
      fill="currentColor"
      d="M16 .8c1.300 3.700 9.600 8 9.600 16.100A9.600 9.600 0 0 1 16 26.600a9.600 9.600 0 0 1-9.600-9.700C6.400 8.800 14.700 4.500 16 .8z"
    />
    <path
      fill="currentColor"
      d="M12.300 26.900h7.400l2 4.500-2-.8-1.300 1.100-1.200-1.100-1.200 1.300-1.200-1.300-1.200 1.100-1.300-1.100-2 .8z"
    />
    <path
      class="cheek"
      d="M7.900 16.300c.5-2.200 2.600-3.700 4.700-3 1.500.6 2.200 2.100 1.700 3.700-2.100 1.500-4.700 1.300-6.400-.7zM24.100 16.300c-.5-2.200-2.600-3.700-4.700-3-1.500.6-2.200 2.100-1.700 3.700 2.100 1.500 4.700 1.300 6.400-.7z"
    />
    <circle cx="11.600" cy="14.900" r="1.250" fill="currentColor" />
    <circle cx="20.400" cy="14.900" r="1.250" fill="currentColor" />
    <path class="cheek" d="M16 16.600l1.700 1.600L16 20.700l-1.700-2.500z" />
    <path class="film" d="M8.500 21.200c4.600 2.300 10.400 2.300 15 0M10.200 23.600c3.700 1.500 7.900 1.500 11.600 0" />
  </svg>
</template>

<style scoped>
.cheek {
  fill: rgb(var(--v-theme-surface));
}
.film {
  fill: none;
  stroke: rgb(var(--v-theme-surface));
  stroke-width: 0.9;
}
</style>
