<script setup lang="ts">
import { ref } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import type { Build, Revision } from '../wire'

const emit = defineEmits<{ close: [] }>()
const store = useBuild()
const list = ref<Revision[]>([])
const seen = ref<Build | null>(null)

async function read() {
  if (store.build) list.value = (await api.history(store.build.slug)).revisions
}
read().catch(store.tell)

async function look(r: Revision) {
  try {
    if (store.build) seen.value = await api.revision(store.build.slug, r.id)
  } catch (e) {
    store.tell(e)
  }
}

async function restore() {
  const b = store.build
  if (!b || !seen.value) return
  try {
    store.show(await api.restore(b.slug, { revision: b.revision, old: seen.value.revision }), true)
    store.said = 'Restored.'
    emit('close')
  } catch (e) {
    store.tell(e)
  }
}

const when = (t: string) => new Date(t).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
</script>

<template>
  <v-dialog model-value max-width="720" aria-label="History" @update:model-value="emit('close')">
    <v-card role="dialog" aria-modal="true" aria-label="History">
      <div class="sheet">
        <h2>History of {{ store.build?.name }}</h2>
        <p class="soft small">Every change is kept. Look at an old plan, and bring it back as a change of its own.</p>
        <ol class="revisions">
          <li v-for="r in list" :key="r.id">
            <button type="button" :aria-pressed="seen?.revision === r.id" @click="look(r)">
              <span>{{ r.change }}</span>
              <span class="soft small">{{ r.current ? 'as it stands' : r.branch ? 'undone' : '' }}</span>
              <span class="figure small">{{ when(r.made_at) }}</span>
            </button>
          </li>
        </ol>
        <div v-if="seen" class="seen">
          <p>
            <b>{{ seen.name }}</b>, {{ seen.promise }}:
            {{ seen.findings.filter((f) => f.severity !== 'note').length }} findings above a note
          </p>
          <p v-for="z in seen.zones" :key="z.id" class="small">
            <b>{{ z.name }}</b>: {{ z.steps.map((s) => s.name).join(', ') || 'no steps' }}
          </p>
        </div>
        <div class="buttons">
          <v-btn
            color="primary"
            variant="flat"
            :disabled="!seen || seen.revision === store.build?.revision"
            @click="restore"
            >Bring this one back</v-btn
          >
          <v-btn variant="outlined" @click="emit('close')">Close</v-btn>
        </div>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.revisions {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 38vh;
  overflow-y: auto;
  border-top: 1px solid var(--line);
}
.revisions button {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 14px;
  align-items: baseline;
  width: 100%;
  min-height: 40px;
  padding: 4px 8px;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.revisions button[aria-pressed='true'] {
  box-shadow: inset 0 0 0 2px var(--ink);
}
.seen {
  border-left: 3px solid var(--line);
  padding-left: 12px;
}
</style>
