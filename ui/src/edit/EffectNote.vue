<script setup lang="ts">
import StateMark from '../shared/StateMark.vue'
import type { Effect } from '../wire'

defineProps<{ effect: Effect | null; problem: string }>()
</script>

<template>
  <div class="effect" aria-live="polite">
    <p v-if="problem" class="problem"><StateMark state="bite" quiet /> {{ problem }}</p>
    <template v-else-if="effect">
      <p class="finish" :class="{ later: effect.later }">
        {{ effect.finish }}<template v-if="effect.gone.length || effect.come.length">;</template>
        <template v-if="effect.gone.length">
          {{ effect.gone.length === 1 ? 'one finding goes' : `${effect.gone.length} findings go` }},</template
        >
        <template v-if="effect.gone.length || effect.come.length">
          {{
            effect.come.length === 0
              ? 'none comes'
              : effect.come.length === 1
                ? 'one comes'
                : `${effect.come.length} come`
          }}</template
        >
      </p>
      <p v-for="t in effect.come.slice(0, 3)" :key="t.step + t.title"><StateMark :state="t.state" /> {{ t.title }}</p>
      <p v-for="t in effect.gone.slice(0, 2)" :key="t.step + t.title" class="soft">
        <StateMark state="safe" quiet /> gone: {{ t.title }}
      </p>
    </template>
    <p v-else class="soft">What it would do is shown here.</p>
  </div>
</template>

<style scoped>
.effect {
  min-height: 46px;
  padding: 8px 0;
  border-top: 1px solid var(--line);
  font-size: 14px;
}
.finish {
  font-weight: 600;
}
.later {
  color: var(--wait);
}
.problem {
  color: var(--bite);
  font-weight: 600;
}
</style>
