<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core'
import { computed, ref } from 'vue'

import { api, Refusal } from '../api'
import BriefPicture from './BriefPicture.vue'
import RouteStrip from './RouteStrip.vue'
import type { Brief } from './useBrief'

/** What a new build will be: its picture, its route, what was decided and what was left out. */
const props = defineProps<{ of: Brief; busy: boolean }>()
const { a, brief, lookAt, made, refused, way, zone } = props.of
const emit = defineEmits<{ painting: [] }>()
const said = ref('')
async function tap(x: number, y: number, size: { width: number; most: number }) {
  try {
    const got = await api.briefTap({ answers: brief.value, x, y, width: size.width, most: size.most })
    said.value = got.zone < 0 ? 'No zone lies there.' : ''
    if (got.zone < 0) return
    zone.value = got.zone
    emit('painting')
  } catch (e) {
    said.value = e instanceof Refusal ? e.message : String(e)
  }
}
const narrow = useMediaQuery('(max-width: 1050px)')
const pictured = computed(() => way.value === 'answers' && !!a.type)
</script>

<template>
  <aside aria-live="polite">
    <header>
      <h2>{{ made?.name || 'What it will be' }}</h2>
      <v-btn color="primary" variant="flat" type="submit" form="new-build" :disabled="!made || busy"
        >Begin this build</v-btn
      >
    </header>
    <BriefPicture
      v-if="pictured"
      class="large"
      :brief="brief"
      :at="lookAt"
      :most="narrow ? 150 : 300"
      label="The aircraft as it would look; tap a zone to paint it"
      @tap="tap"
    />
    <p v-if="said" class="soft small" role="status">{{ said }}</p>
    <p v-if="refused" class="refused">{{ refused }}</p>
    <template v-else-if="made">
      <p>
        {{ made.zones }} {{ made.zones === 1 ? 'zone' : 'zones' }}, {{ made.steps }} steps;
        <b>{{ made.promise }}</b>
      </p>
      <RouteStrip v-if="made.route.length" v-model="lookAt" :made="made" />
      <p v-if="made.stops || made.warns" class="refused">{{ made.stops }} stops, {{ made.warns }} warnings</p>
      <p v-else class="fine">Nothing to worry about here.</p>
    </template>
    <p v-else class="soft">{{ way === 'file' ? 'Choose a file to see what it holds.' : 'Laying it out …' }}</p>
    <template v-if="made && !refused">
      <ul v-if="made.findings.length">
        <li v-for="f in made.findings.slice(0, 6)" :key="f">{{ f }}</li>
      </ul>
      <details v-if="made.shape.length">
        <summary>How large its zones are</summary>
        <ul class="shape">
          <li v-for="z in made.shape" :key="z.name">
            <b>{{ z.name }}</b> {{ z.words }}
          </li>
        </ul>
      </details>
      <template v-if="made.words.length">
        <h3>What was decided</h3>
        <ul>
          <li v-for="w in made.words" :key="w">{{ w }}</li>
        </ul>
      </template>
      <template v-if="made.left.length">
        <h3>What was left out, and why</h3>
        <ul class="left-out">
          <li v-for="w in made.left" :key="w">{{ w }}</li>
        </ul>
      </template>
    </template>
  </aside>
</template>

<style scoped>
aside {
  position: sticky;
  top: 0;
  display: flex;
  flex-direction: column;
  gap: 10px;
  max-height: calc(100dvh - 52px);
  padding: 14px 20px;
  overflow-y: scroll; /* always with its bar, else the picture grows and shrinks with it */
  background: var(--raised);
  border-left: 1px solid var(--line);
}
ul {
  margin: 0;
  padding-left: 18px;
  font-size: 14px;
}
aside > * {
  flex: none;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
}
h2 {
  min-width: 0;
  overflow-wrap: anywhere;
}
.large {
  cursor: pointer;
}
.v-btn {
  min-height: 44px;
}
summary {
  min-height: 32px;
  cursor: pointer;
}
.refused {
  color: var(--bite);
  font-weight: 600;
}
.fine {
  color: var(--safe);
  font-weight: 600;
}
/* Beside a narrow form there is no room: it stays at the foot, the picture first, and is scrolled by itself. */
@media (max-width: 1050px) {
  aside {
    top: auto;
    bottom: 0;
    z-index: 2;
    max-height: 40dvh;
    border-left: 0;
    border-top: 2px solid var(--ink);
  }
}
</style>
