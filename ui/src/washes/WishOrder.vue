<script setup lang="ts">
import type { WashWish, Wish } from '../wire'

/** The wishes in the order in which they decide: those that were made, each with its place, and the others, which decide after them. */
const props = defineProps<{ all: readonly WashWish[]; made: readonly string[]; more: readonly Wish[] }>()
const emit = defineEmits<{ order: [made: string[]] }>()

const wordsOf = (id: string) => props.all.find((w) => w.id === id)?.words ?? id
const add = (id: string) => emit('order', [...props.made, id])
const drop = (id: string) =>
  emit(
    'order',
    props.made.filter((m) => m !== id),
  )
function raise(id: string) {
  const made = [...props.made]
  const i = made.indexOf(id)
  if (i > 0) made.splice(i - 1, 2, id, ...made.slice(i - 1, i))
  emit('order', made)
}
</script>

<template>
  <section aria-labelledby="wishes">
    <h2 id="wishes" class="plate">What you wish for, in order</h2>
    <ol v-if="made.length" class="made">
      <li v-for="(id, i) in made" :key="id">
        <span class="figure">{{ i + 1 }}</span>
        <span class="word">{{ wordsOf(id) }}</span>
        <button type="button" class="act" :disabled="!i" :aria-label="`${wordsOf(id)} counts more`" @click="raise(id)">
          ↑
        </button>
        <button type="button" class="act" :aria-label="`No wish for ${wordsOf(id)}`" @click="drop(id)">×</button>
      </li>
    </ol>
    <p class="soft small">
      {{ made.length ? 'Where these tie, the usual order goes on.' : 'Nothing yet: the usual order.' }}
    </p>
    <div class="rest">
      <button v-for="w in more" :key="w.id" type="button" class="act" @click="add(w.id)">{{ w.words }}</button>
    </div>
  </section>
</template>

<style scoped>
.made {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
.made li {
  display: flex;
  align-items: center;
  gap: 6px;
  margin-bottom: 2px;
  padding-left: 8px;
  background: var(--lamp);
  color: var(--on-lamp);
}
.word {
  flex: 1;
  font-weight: 600;
}
.made .act {
  border: 0;
}
.rest {
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
}
.rest .act {
  padding: 0 8px;
}
</style>
