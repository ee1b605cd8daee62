<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import { whileTold } from '../shared/useLive'
import type { HandPage, HandRow } from '../wire'

/** What is known of the modeller's hand: each trait on a scale from half to twice as planned, and one press that has plans follow it. */
const props = defineProps<{ times?: number }>() // how many photographs there are: more of them tell more
const store = useBuild()
const page = ref<HandPage | null>(null)
async function ask(make: () => Promise<HandPage>, words = '') {
  try {
    page.value = await make()
    if (words) store.said = words
  } catch (e) {
    store.tell(e)
  }
}
watch(
  () => props.times,
  () => void ask(api.hand),
  { immediate: true },
)
whileTold((e) => (e.what === 'journal' || e.what === 'build') && void ask(api.hand))
const rows = computed(() => page.value?.rows ?? [])
const open = ref('')
const most = 2.6
/** Where a factor stands on the scale. */
const at = (f: number) => (100 * Math.log(Math.min(most, Math.max(1 / most, f)) * most)) / (2 * Math.log(most))
const follow = (r: HandRow, on: boolean) =>
  ask(
    () => api.decideHand(r.trait, on),
    on ? `Plans follow your hand: ${r.name.toLowerCase()}.` : `Plans are as usual again: ${r.name.toLowerCase()}.`,
  )
const forget = (r: HandRow) => ask(() => api.decideHand(r.trait, false, true), `Forgotten: ${r.name.toLowerCase()}.`)
</script>

<template>
  <section class="hand" aria-labelledby="hand-h">
    <h2 id="hand-h">What it knows of your hand</h2>
    <p class="scale-head soft figure" aria-hidden="true"><span>½</span><span>as planned</span><span>2</span></p>
    <ul>
      <li v-for="r in rows" :key="r.trait" :class="{ open: open === r.trait }">
        <button
          type="button"
          class="row"
          :aria-expanded="open === r.trait || r.differs"
          @click="open = open === r.trait ? '' : r.trait"
        >
          <span class="name"
            >{{ r.name }}<span class="soft small">{{ r.what }}</span></span
          >
          <span
            class="scale"
            role="img"
            :aria-label="`${r.factor} times, from ${r.low} to ${r.high}, ${r.seen} times seen`"
          >
            <i class="one" />
            <i
              class="range"
              :class="{ seen: r.seen }"
              :style="{ left: `${at(r.low)}%`, width: `${at(r.high) - at(r.low)}%` }"
            />
            <i class="is" :style="{ left: `${at(r.factor)}%` }" />
          </span>
          <span class="figure seen-n">{{ r.seen }}</span>
        </button>
        <div v-if="open === r.trait || r.differs" class="more">
          <p>{{ r.words }}</p>
          <p v-if="r.accepted" class="soft">Plans follow it: {{ r.accepted }} times.</p>
          <p v-if="r.offer" class="soft">{{ r.offer }}.</p>
          <button v-if="r.offer && !r.accepted" type="button" class="act first" @click="follow(r, true)">
            Plan with it
          </button>
          <button v-if="r.accepted" type="button" class="act" @click="follow(r, false)">Plan as usual</button>
          <button v-if="r.seen" type="button" class="act" @click="forget(r)">Forget it</button>
        </div>
      </li>
    </ul>
    <p class="soft small">
      How your films dry stands on <RouterLink to="/learned">What it knows about you</RouterLink>.
    </p>
  </section>
</template>

<style scoped>
.hand {
  display: grid;
  gap: 4px;
}
.scale-head {
  display: flex;
  justify-content: space-between;
  margin-left: 42%;
  margin-right: 34px;
  font-size: 12px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-top: 1px solid var(--line);
}
.row {
  display: grid;
  grid-template-columns: 42% 1fr 34px;
  align-items: center;
  width: 100%;
  min-height: 44px;
  padding: 4px 0;
  border: 0;
  background: none;
  color: inherit;
  font: 600 15px var(--heading);
  text-align: left;
  cursor: pointer;
}
.name {
  display: grid;
}
.small {
  font: 13px var(--v-font-body);
}
.scale {
  position: relative;
  height: 18px;
}
.scale i {
  position: absolute;
  top: 0;
  bottom: 0;
}
.one {
  left: 50%;
  border-left: 1px solid var(--ink);
}
.range {
  margin: 6px 0;
  border: 1px dashed var(--soft);
  border-radius: 3px;
}
.range.seen {
  background: var(--soft);
  border-style: solid;
}
.is {
  width: 3px;
  margin-left: -1px;
  background: var(--ink);
}
.seen-n {
  text-align: right;
}
.more {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-bottom: 8px;
}
.more p {
  flex-basis: 100%;
}
</style>
