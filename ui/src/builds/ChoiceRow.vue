<script setup lang="ts" generic="T extends string | number">
/** A few answers side by side, of which one is taken by a tap. */
defineProps<{ label: string; told?: boolean; choices: readonly { id: T; words: string }[]; chosen: T | undefined }>()
const emit = defineEmits<{ choose: [id: T] }>()
</script>

<template>
  <div class="choices" role="group" :aria-label="label">
    <span v-if="told" class="plate">{{ label }}</span>
    <button
      v-for="c in choices"
      :key="c.id"
      type="button"
      class="act"
      :aria-pressed="c.id === chosen"
      @click="emit('choose', c.id)"
    >
      {{ c.words }}
    </button>
  </div>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
</style>
