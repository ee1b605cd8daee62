<!-- A caution: the diamond that stands on labels, so that it is never taken for a note. -->
<template>
  <svg class="caution-mark" width="13" height="13" viewBox="0 0 14 14" aria-hidden="true">
    <path d="M7 1l6 6-6 6-6-6z" fill="none" stroke="currentColor" stroke-width="2" />
    <path d="M7 4.600v4.800" stroke="currentColor" stroke-width="2" />
  </svg>
</template>

<style scoped>
.caution-mark {
  flex: none;
  vertical-align: -2px;
  color: var(--bite);
}
</style>
