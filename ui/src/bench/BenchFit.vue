<script setup lang="ts">
import { computed } from 'vue'

import { say } from '../shared/say'
import type { BenchFit } from '../wire'

/** What fits into so many minutes, cleaning and packing up counted. */
const minutes = defineModel<number>({ required: true })
const props = defineProps<{ fit: BenchFit | null; timezone: string }>()
const choices = [20, 40, 90]
const fit = computed(() => (props.fit?.minutes === minutes.value ? props.fit : null))
const all = computed(() => {
  const b = fit.value?.blocks ?? []
  const first = b[0]
  if (!first) return []
  const from = Date.parse(first.start)
  const span = minutes.value * 60_000
  return b.map((x) => ({
    ...x,
    left: (100 * (Date.parse(x.start) - from)) / span,
    wide: (100 * (Date.parse(x.end) - Date.parse(x.start))) / span,
  }))
})
</script>

<template>
  <section class="part" aria-label="I have so many minutes">
    <div class="have">
      <span class="i">I have</span>
      <button
        v-for="n in choices"
        :key="n"
        type="button"
        class="act tall figure"
        :aria-pressed="minutes === n"
        @click="minutes = minutes === n ? 0 : n"
      >
        {{ n }}
      </button>
      <span class="i">minutes</span>
      <p v-if="fit" class="words" aria-live="polite">
        <strong>{{ fit.words }}</strong> <span class="soft">{{ fit.gains }} {{ fit.more }}</span>
      </p>
    </div>
    <ol v-if="all.length" class="strip">
      <li
        v-for="b in all"
        :key="b.start + b.kind"
        :class="b.kind"
        :style="{ left: `${b.left}%`, width: `${b.wide}%` }"
        :title="`${b.title}, ${say(b.start, 'hour', timezone)} to ${say(b.end, 'hour', timezone)}`"
      >
        <i v-if="b.colour" :style="{ background: b.colour }" /><span>{{ b.title }}</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.have {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 10px;
  padding: 8px 20px;
}
.i {
  font: 600 18px var(--heading);
}
.act {
  font-size: 20px;
}
.words {
  flex: 1 1 260px;
  text-align: right;
}
.strip {
  position: relative;
  height: 44px;
  margin: 0 20px 12px;
  padding: 0;
  list-style: none;
  border-bottom: 1px solid var(--soft);
}
.strip li {
  position: absolute;
  top: 4px;
  bottom: 4px;
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 0 6px;
  overflow: hidden;
  white-space: nowrap;
  border: 1px solid var(--ink);
  background: var(--raised);
}
.strip .wait {
  border-style: dashed;
  border-color: var(--soft);
  background: none;
}
.strip i {
  flex: none;
  width: 10px;
  height: 24px;
}
.strip span {
  overflow: hidden;
  text-overflow: ellipsis;
  font-size: 14px;
}
@media (max-width: 640px) {
  .words {
    text-align: left;
  }
}
</style>
