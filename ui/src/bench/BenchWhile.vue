<script setup lang="ts">
import { ref } from 'vue'

import StepGlyph from '../shared/StepGlyph.vue'
import { say } from '../shared/say'
import type { Bench } from '../wire'
import type { More } from './press'

/** What fits while something dries: looks, bottles to stir, spoons; what shares a cup; and what the clocks have to be told. */
const props = defineProps<{ bench: Bench }>()
const emit = defineEmits<{
  press: [build: string, step: string, word: string, words: string, more?: More]
  spoon: [build: string, step: string, words: string]
}>()
const told = ref('')
const ofFilm = (build: string, step: string) => props.bench.clocks.find((c) => c.build === build && c.step === step)
const looked = (build: string, step: string) =>
  props.bench.meanwhile.some((m) => m.kind === 'look' && m.build === build && m.step === step)
const glyph: Record<string, string> = { look: 'satin-coat', stir: 'flat-coat', spoon: 'oil-dots', step: 'base-coat' }
</script>

<template>
  <section
    v-if="bench.meanwhile.length || bench.clocks.length || bench.cups.length"
    class="part"
    aria-labelledby="while"
  >
    <h2 id="while">While you wait</h2>
    <ul class="rows">
      <li v-for="c in bench.meanwhile" :key="c.kind + c.build + c.step">
        <svg width="26" height="26" viewBox="0 0 10 10" aria-hidden="true">
          <StepGlyph :act="glyph[c.kind] ?? ''" />
        </svg>
        <span class="what">
          <strong>{{ c.words }}</strong>
          <span class="soft">{{ c.minutes }} min. {{ c.why }}</span>
          <span v-if="c.kind === 'look' && told === c.build + c.step">{{ ofFilm(c.build, c.step)?.tell }}</span>
        </span>
        <span class="figure">{{ say(c.at, 'hour', bench.timezone) }}</span>
        <button
          v-for="k in bench.open ? c.keys : []"
          :key="k.word"
          type="button"
          class="act tall"
          @click="emit('press', c.build, c.step, k.word, `${k.label}: ${c.words}`)"
        >
          {{ k.label }}
        </button>
        <button
          v-if="bench.open && c.kind === 'spoon'"
          type="button"
          class="act tall"
          @click="emit('spoon', c.build, c.step, c.words)"
        >
          Painted it
        </button>
        <button
          v-if="c.kind === 'look'"
          type="button"
          class="act tall"
          :aria-expanded="told === c.build + c.step"
          @click="told = told === c.build + c.step ? '' : c.build + c.step"
        >
          How do I tell?
        </button>
      </li>
      <li
        v-for="c in bench.clocks.filter((c) => !c.wipe && !looked(c.build, c.step))"
        :key="`clock${c.build}${c.step}`"
      >
        <span class="what">
          <strong>{{ c.title }}: {{ c.what }}</strong>
          <span class="soft">{{ c.name }}. Touch-dry about {{ say(c.opens, 'clock', bench.timezone) }}.</span>
          <span v-if="told === c.build + c.step">{{ c.tell }}</span>
        </span>
        <button
          v-for="k in c.keys"
          :key="k.word"
          type="button"
          class="act tall"
          @click="emit('press', c.build, c.step, k.word, `${k.label}: ${c.title}`)"
        >
          {{ k.label }}
        </button>
        <button
          type="button"
          class="act tall"
          :aria-expanded="told === c.build + c.step"
          @click="told = told === c.build + c.step ? '' : c.build + c.step"
        >
          How do I tell?
        </button>
      </li>
      <li v-for="c in bench.clocks.filter((c) => c.wipe)" :key="`wipe${c.build}${c.step}`">
        <span class="what">
          <strong>{{ c.title }}: ready to wipe?</strong>
          <span class="soft">{{ c.name }}. {{ c.tell }}</span>
        </span>
      </li>
      <li v-for="c in bench.cups" :key="c.name">
        <span class="what">
          <strong>One cup: {{ c.name }}</strong>
          <span class="soft">{{ c.of.join('; ') }}. {{ c.words }} Label what is left.</span>
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
svg {
  flex: none;
}
</style>
