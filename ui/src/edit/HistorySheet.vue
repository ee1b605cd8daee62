<script setup lang="ts">
import { api, type Page } from '../api'
import { useBuild } from '../build/useBuild'
import HistoryList from '../shared/HistoryList.vue'
import { useNewest } from '../shared/useNewest'
import type { Build } from '../wire'

const emit = defineEmits<{ close: [] }>()
const store = useBuild()
const slug = store.build?.slug ?? ''
const read = (page: Page) => api.history(slug, page)
const { value: seen, ask } = useNewest<Build>((words) => (store.said = words))

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
</script>

<template>
  <v-dialog model-value max-width="720" aria-label="History" @update:model-value="emit('close')">
    <v-card role="dialog" aria-modal="true" aria-label="History">
      <div class="sheet">
        <h2>History of {{ store.build?.name }}</h2>
        <p class="soft small">Every change is kept. Look at an old plan, and bring it back as a change of its own.</p>
        <HistoryList :read="read" :chosen="seen?.revision" @choose="(r) => ask(() => api.revision(slug, r.id))" />
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
.seen {
  border-left: 3px solid var(--line);
  padding-left: 12px;
}
</style>
