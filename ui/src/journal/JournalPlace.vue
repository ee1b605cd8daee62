<script setup lang="ts">
import { useEventListener, useMediaQuery } from '@vueuse/core'
import { computed, nextTick, ref, toRef, watch } from 'vue'

import { api } from '../api'
import { useOpened } from '../build/useOpened'
import SparrowMark from '../shared/SparrowMark.vue'
import { useKeys } from '../shared/useKeys'
import FinishedRow from './FinishedRow.vue'
import FoundList from './FoundList.vue'
import HandPanel from './HandPanel.vue'
import JournalEvening from './JournalEvening.vue'
import PhotoBench from './PhotoBench.vue'
import { useJournal } from './useJournal'
import { useWho } from './useWho'

/** What really happened to a build: it writes itself from presses, and photographs lie under their evening. */
const props = defineProps<{ slug: string }>()
const store = useOpened(() => props.slug)
const j = useJournal(toRef(props, 'slug'))
const { journal, photo, bringing } = j
const who = useWho()
const problem = computed(() => store.problem || j.problem.value)
useKeys({ 'Ctrl+z': () => store.undo(), 'Ctrl+y': () => store.redo() })

const by = ref<'day' | 'zone' | 'product'>('day')
const only = ref('')
watch(by, () => (only.value = ''))
const sought = computed({ get: () => j.text('seek'), set: (v: string) => void j.set({ seek: v }) })
const choices = computed(() =>
  by.value === 'zone'
    ? (journal.value?.zones ?? [])
    : (journal.value?.products ?? []).map((p) => ({ id: p, words: p })),
)
/** The evenings, with what of them is of the zone or the product that is looked for. */
const days = computed(() =>
  (journal.value?.days ?? [])
    .map((d) => ({
      ...d,
      entries: d.entries.filter(
        (e) => !only.value || (by.value === 'zone' ? e.zone === only.value : e.product === only.value),
      ),
      photos: d.photos.filter((p) => !only.value || by.value !== 'zone' || p.zone === only.value),
    }))
    .filter((d) => d.entries.length || d.photos.length),
)

const strip = ref<HTMLElement | null>(null)
watch(
  [strip, () => journal.value?.days.length],
  () => void nextTick(() => strip.value?.scrollTo({ left: strip.value.scrollWidth })), // the last evening is looked for first
)

const narrow = useMediaQuery('(max-width: 1000px)')
const measuring = ref<HTMLElement | null>(null)
watch(
  [() => photo.value?.id, measuring],
  ([id]) => void nextTick(() => id && narrow.value && measuring.value?.scrollIntoView({ block: 'start' })), // it lies below the evenings there
)

const writing = ref('')
async function write() {
  if (writing.value.trim() && (await j.note(writing.value.trim()))) writing.value = ''
}
function taken(e: Event) {
  const input = e.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = '' // the same file can be brought again
  void j.bring(files)
}
const over = ref(false)
function dropped(e: DragEvent) {
  over.value = false
  void j.bring([...(e.dataTransfer?.files ?? [])])
}
useEventListener(window, 'paste', (e: ClipboardEvent) => {
  const files = [...(e.clipboardData?.files ?? [])]
  if (files.length) void j.bring(files)
})
async function drop(id: string) {
  if (!(await j.dropNote(id, true))) return
  store.said = 'The note is taken out.'
}
async function changed() {
  await j.read()
}
async function takeOut() {
  if (!photo.value) return
  const id = photo.value.id
  try {
    await api.changePhoto(props.slug, id, { dropped: true })
    gone.value = id
    await j.set({ photo: '' })
    await j.read()
  } catch (e) {
    store.tell(e)
  }
}
const gone = ref('') // the photograph that was taken out last
async function putBack() {
  try {
    await api.changePhoto(props.slug, gone.value, { dropped: false })
    await j.set({ photo: gone.value })
    gone.value = ''
    await j.read()
  } catch (e) {
    store.tell(e)
  }
}
</script>

<template>
  <main class="place journal">
    <div v-if="problem" class="empty">
      <SparrowMark :size="72" />
      <p>{{ problem }}</p>
      <RouterLink to="/builds">To the builds</RouterLink>
    </div>
    <template v-else-if="journal && store.build">
      <header>
        <div class="title">
          <h1 class="visually-hidden">Journal</h1>
          <p>
            <b>{{ journal.words }}</b>
          </p>
        </div>
        <div class="by" role="group" aria-label="By">
          <button
            v-for="b in ['day', 'zone', 'product'] as const"
            :key="b"
            type="button"
            :aria-pressed="by === b"
            @click="by = b"
          >
            by {{ b }}
          </button>
          <select v-if="by !== 'day'" v-model="only" :aria-label="`Which ${by}`">
            <option value="">all</option>
            <option v-for="c in choices" :key="c.id" :value="c.id">{{ c.words }}</option>
          </select>
        </div>
        <label class="seek">
          <input
            v-model.lazy="sought"
            type="search"
            aria-label="Search all builds"
            placeholder="all builds: clay wash over gloss"
            maxlength="200"
          />
        </label>
      </header>

      <FoundList v-if="sought" :q="sought" @close="sought = ''" />

      <div
        ref="strip"
        class="strip"
        :class="{ over }"
        tabindex="0"
        role="region"
        aria-label="Evenings"
        @dragover.prevent="over = true"
        @dragleave="over = false"
        @drop.prevent="dropped"
      >
        <p v-if="!days.length" class="soft nothing">
          Nothing yet. What you press at the bench or on the route is written here by itself.
        </p>
        <JournalEvening
          v-for="d in days"
          :key="d.date"
          :day="d"
          :chosen="photo?.id ?? ''"
          @photo="j.choose"
          @drop="drop"
        />
        <section class="add" aria-label="Add to this evening">
          <label class="file">
            <input type="file" accept="image/jpeg,image/png,image/webp" multiple @change="taken" />
            <span>Add photographs</span>
          </label>
          <label class="file camera">
            <input type="file" accept="image/*" capture="environment" @change="taken" />
            <span>Take one</span>
          </label>
          <p class="soft small">
            Or drop or paste them here.{{ journal.step ? ` At hand: ${journal.step.words}.` : '' }}
          </p>
          <form @submit.prevent="write">
            <label>
              <span class="plate">A note</span>
              <textarea v-model="writing" rows="2" maxlength="4000" />
            </label>
            <button type="submit" class="act" :disabled="!writing.trim()">Write it down</button>
          </form>
          <label class="who"
            ><span class="plate">Who is here</span
            ><input v-model.trim="who" maxlength="60" placeholder="nobody in particular"
          /></label>
          <div v-if="bringing.length" class="coming" role="status">
            <p v-for="w in bringing" :key="w">{{ w }}</p>
          </div>
          <p v-if="gone" role="status">
            The photograph is taken out. <button type="button" class="act" @click="putBack">Put it back</button>
          </p>
        </section>
      </div>

      <div ref="measuring" class="lower">
        <PhotoBench
          v-if="photo"
          :key="photo.id"
          :slug="slug"
          :photo="photo"
          :zones="journal.zones"
          :timezone="journal.timezone"
          @changed="changed"
          @out="takeOut"
        />
        <p v-else class="soft none">
          Choose a photograph to measure it: how strong the lines really are, whether the plume is as long as planned.
          Photographs stay on this machine; nothing in them is recognised or named.
        </p>
        <aside>
          <HandPanel :times="journal.photos" />
          <FinishedRow :slug="slug" :journal="journal" @changed="j.read" />
        </aside>
      </div>
    </template>
  </main>
</template>

<style scoped>
.journal {
  min-height: 0;
  flex: 1;
  overflow: auto;
  background: var(--sheet);
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  align-items: center;
  padding: 6px 16px;
  border-bottom: 1px solid var(--line);
}
.by {
  display: flex;
  gap: 2px;
}
.by button,
.by select {
  min-height: 44px;
  padding: 0 10px;
  border: 0;
  background: none;
  color: inherit;
  font: 600 16px var(--heading);
  cursor: pointer;
}
.by button[aria-pressed='true'] {
  box-shadow: inset 0 -3px 0 var(--ink);
}
.by select {
  background: var(--raised);
  border-bottom: 1px solid var(--ink);
}
.seek {
  flex: 1 1 220px;
  display: grid;
}
.seek input {
  min-height: 44px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  color: inherit;
  font: 16px var(--v-font-body);
}
.strip {
  position: relative;
  display: flex;
  align-items: stretch;
  overflow-x: auto;
  padding: 8px 16px 10px;
  border-bottom: 1px solid var(--line);
  background: var(--ground);
}
.strip.over {
  outline: 3px dashed var(--note);
  outline-offset: -6px;
}
.nothing {
  max-width: 30ch;
  padding: 12px 0;
}
.add {
  flex: 0 0 250px;
  display: grid;
  gap: 6px;
  align-content: start;
  padding: 0 8px 0 14px;
}
.file {
  position: relative;
  display: block;
}
.file input {
  position: absolute;
  opacity: 0;
  width: 1px;
  height: 1px;
}
.file span {
  display: grid;
  place-items: center;
  min-height: 44px;
  border: 2px dashed var(--line);
  font: 600 16px var(--heading);
  cursor: pointer;
}
.file input:focus-visible + span {
  outline: 3px solid var(--note);
}
.camera {
  display: none;
}
@media (pointer: coarse) {
  .camera {
    display: block;
  }
}
form {
  display: grid;
  gap: 4px;
}
textarea {
  width: 100%;
  box-sizing: border-box;
  border: 1px solid var(--line);
  background: var(--raised);
  color: inherit;
  font: 15px var(--v-font-body);
  padding: 6px;
}
.who {
  display: grid;
}
.who input {
  min-height: 44px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  color: inherit;
  font: inherit;
}
.coming {
  font-weight: 600;
}
.small {
  font-size: 14px;
}
.lower {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(280px, 340px);
  align-items: start;
}
.none {
  padding: 16px;
  max-width: 60ch;
}
aside {
  border-left: 1px solid var(--line);
  padding: 10px 16px 16px;
  display: grid;
  gap: 16px;
}
@media (max-width: 1000px) {
  .lower {
    grid-template-columns: minmax(0, 1fr);
  }
  aside {
    border-left: 0;
    border-top: 1px solid var(--line);
  }
}
@media (max-width: 640px) {
  .strip {
    display: grid;
    overflow: visible;
  }
  .add {
    padding: 12px 0 0;
  }
}
</style>
