<script setup lang="ts">
/** A message that passes by itself. */
defineProps<{ words: string }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <v-snackbar model-value color="primary" :timeout="5000" location="top" @update:model-value="emit('close')">{{
    words
  }}</v-snackbar>
</template>
