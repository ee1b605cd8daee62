<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import { now } from '../shared/useClock'
import { toWall } from '../shared/zoned'
import type { Journal, TouchUp } from '../wire'

/** A build that is finished: how to touch it up in years to come, its way kept for later ones, and what of it goes out. */
const props = defineProps<{ slug: string; journal: Journal }>()
const emit = defineEmits<{ changed: [] }>()
const store = useBuild()
const told = ref<TouchUp | null>(null)
const open = ref(false)
watch(
  [() => props.slug, open, () => props.journal.finished, () => store.build?.revision],
  async () => {
    if (open.value || props.journal.finished) told.value = await api.touchUp(props.slug).catch(() => null)
  },
  { immediate: true },
)
const today = computed(() => toWall(new Date(now.value).toISOString(), props.journal.timezone || 'UTC').slice(0, 10))
const way = ref('')
async function edit(change: Parameters<typeof store.act>[0]) {
  await store.act(change)
  emit('changed')
}
const finish = () => edit({ do: 'finish', date: today.value })
const again = () => edit({ do: 'finish', date: '' })
async function keep() {
  await edit({ do: 'keep-way', name: way.value.trim() || `How I did ${props.journal.name}` })
  way.value = ''
}
</script>

<template>
  <section class="finished" aria-labelledby="finished-h">
    <h2 id="finished-h">{{ journal.finished ? 'Finished' : 'When it is finished' }}</h2>
    <template v-if="journal.finished">
      <p>{{ told?.words }} {{ told?.went }}.</p>
      <p v-if="told?.way">
        Kept as a way: <b>{{ told.way }}</b>. New build offers it first.
      </p>
      <form v-else @submit.prevent="keep">
        <label
          ><span class="plate">Keep it as my way</span>
          <input v-model="way" maxlength="100" :placeholder="`How I did ${journal.name}`" />
        </label>
        <button type="submit" class="act">Keep it</button>
      </form>
      <div class="row">
        <button v-if="told?.way" type="button" class="act" @click="edit({ do: 'keep-way', name: '' })">
          Keep the way no longer
        </button>
        <button type="button" class="act" @click="again">It is not finished</button>
      </div>
    </template>
    <p v-else class="soft">
      A finished model leaves the bench. What it takes to touch it up stays here, and its way can be kept.
      <button type="button" class="act" @click="finish">It is finished today</button>
    </p>
    <button type="button" class="act" :aria-expanded="open" @click="open = !open">How to touch it up</button>
    <ul v-if="open && told">
      <li v-for="z in told.zones" :key="z.zone">
        <p>
          <i class="swatch" :style="{ background: z.colour }" /> <b>{{ z.name }}</b>: {{ z.paint }}
        </p>
        <p v-if="z.mix.length" class="small">Mixed of {{ z.mix.join(', ') }}.</p>
        <p class="small">{{ z.bottle }}</p>
        <p v-if="z.films.length" class="small soft">From the skin upwards: {{ z.films.join(', ') }}.</p>
        <p class="small">{{ z.take }}</p>
        <p v-if="z.never" class="small soft">{{ z.never }}</p>
      </li>
    </ul>
    <h2>Out</h2>
    <div class="row">
      <a class="act" :href="`/api/builds/${slug}/journal/page`" download>As one page</a>
      <a class="act" :href="`/api/builds/${slug}/journal/page?card=yes`" target="_blank" rel="noopener"
        >Card for the table, A6</a
      >
      <a class="act" :href="`/api/builds/${slug}/journal/steps.csv`" download>Steps as CSV</a>
      <RouterLink class="act" to="/table">The table’s list</RouterLink>
    </div>
  </section>
</template>

<style scoped>
.finished {
  display: grid;
  gap: 6px;
  justify-items: start;
}
form,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: end;
}
label {
  display: grid;
}
input {
  min-height: 40px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  color: inherit;
  font: inherit;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
.small {
  font-size: 14px;
}
.swatch {
  display: inline-block;
  width: 22px;
  height: 14px;
  border: 1px solid var(--line);
}
</style>
