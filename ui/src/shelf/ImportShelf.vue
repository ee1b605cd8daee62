<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, Refusal } from '../api'
import { useTrade } from '../edit/useTrade'
import StateMark from '../shared/StateMark.vue'
import { useNewest } from '../shared/useNewest'
import type { ImportedShelf, ImportShelf } from '../wire'
import { base64Of } from './useFile'

/** Reads a list of products or colours: first a dry run that tells what it would do, then the import itself. */
const props = defineProps<{ revision: number }>() // of the shelf that it is read into
const emit = defineEmits<{ close: []; done: [words: string] }>()
const trade = useTrade()
const as = ref<ImportShelf['as']>('csv')
const family = ref('waterborne-acrylic')
const text = ref('')
const name = ref('')
const asked = useNewest<ImportedShelf>((words) => (refused.value = words))
const dry = asked.value
const refused = ref('')
const busy = ref(false)

const forms = [
  { value: 'csv', title: 'a table (CSV)' },
  { value: 'json', title: 'a shelf file (JSON)' },
  { value: 'palette', title: 'a palette of colours (.gpl or plain text)' },
]
const families = computed(
  () =>
    trade.value?.families.filter((f) => f.kinds.includes('paint')).map((f) => ({ value: f.id, title: f.name })) ?? [],
)
const kinds = computed(() => [...new Set(trade.value?.families.flatMap((f) => f.kinds) ?? [])].join(', '))
const names = computed(() => (trade.value?.families ?? []).map((f) => f.name).join(', '))
const request = (trying: boolean) => ({
  as: as.value,
  text: text.value,
  ...(as.value === 'palette' ? { family: family.value } : {}),
  ...(trying ? { try: true } : { revision: props.revision }),
})

async function choose(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  name.value = file.name
  if (/\.json$/i.test(file.name)) as.value = 'json'
  else if (/\.(gpl|txt)$/i.test(file.name)) as.value = 'palette'
  else if (/\.csv$/i.test(file.name)) as.value = 'csv'
  text.value = await base64Of(file)
  await look()
}
async function look() {
  asked.clear()
  refused.value = ''
  if (text.value) await asked.ask(() => api.importShelf(request(true)))
  else if (name.value) refused.value = 'The file is empty.'
}
async function take() {
  busy.value = true
  try {
    const got = await api.importShelf(request(false))
    emit('done', `${got.added} put on the shelf, ${got.changed} changed.`)
  } catch (e) {
    refused.value = e instanceof Refusal ? e.message : String(e)
  } finally {
    busy.value = false
  }
}
const nothing = computed(() => !dry.value || dry.value.added + dry.value.changed === 0)
</script>

<template>
  <v-dialog model-value max-width="640" scrollable aria-label="Import" @update:model-value="emit('close')">
    <v-card role="dialog" aria-modal="true" aria-label="Import">
      <form class="sheet" @submit.prevent="take">
        <h2>Import</h2>
        <v-select v-model="as" label="The file is" :items="forms" @update:model-value="look" />
        <v-select
          v-if="as === 'palette'"
          v-model="family"
          label="Its colours become paints of"
          :items="families"
          @update:model-value="look"
        />
        <label class="file"
          ><span>The file</span>
          <input type="file" accept=".csv,.json,.gpl,.txt,text/*,application/json" @change="choose"
        /></label>
        <p v-if="as === 'csv'" class="soft small">
          A heading is needed, with name, kind and family at the least; then id, colour, sheen, carrier, thinner,
          remover, hide_coats, tenth_in_white, dries, touch_dry_h, spoon_gu, spoon_mist_gu, solids_pct, price, size_ml,
          stock_ml, opened, used_up and note as you like.
        </p>
        <details v-if="as === 'csv'" class="soft small">
          <summary>What may stand under kind and family</summary>
          <p>Kinds: {{ kinds }}; varnish, top coat, powder and the like are understood.</p>
          <p>Families: {{ names }}.</p>
        </details>
        <p v-if="asked.busy.value" class="soft">Reading it</p>
        <p v-if="refused" class="refused" aria-live="polite"><StateMark state="bite" quiet /> {{ refused }}</p>
        <div v-if="dry" class="dry" aria-live="polite">
          <p>
            <b>{{ dry.added }}</b> new, <b>{{ dry.changed }}</b> changed, <b>{{ dry.same }}</b> as they are,
            <b :class="{ refused: dry.bad }">{{ dry.bad }}</b> that can't be read. Nothing has been changed yet.
          </p>
          <ul v-if="dry.bad_rows.length" aria-label="Rows that can't be read">
            <li v-for="b in dry.bad_rows" :key="b.line" class="refused">
              <span class="figure">line {{ b.line }}</span> {{ b.problem }}
            </li>
          </ul>
          <ul v-if="dry.different.length" aria-label="Changed">
            <li v-for="d in dry.different" :key="d.name">{{ d.name }}: {{ d.fields.join(', ') }}</li>
          </ul>
          <p v-if="dry.new.length" class="soft small">
            New: {{ dry.new.slice(0, 12).join(', ')
            }}<template v-if="dry.added > 12"> and {{ dry.added - 12 }} more</template>
          </p>
        </div>
        <div class="buttons">
          <v-btn type="submit" color="primary" variant="flat" :disabled="nothing || busy" :loading="busy"
            >Put them on the shelf</v-btn
          >
          <v-btn variant="outlined" @click="emit('close')">Close</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.file {
  display: grid;
  gap: 4px;
  font-size: 14px;
}
.small {
  font-size: 13px;
}
.refused {
  color: var(--bite);
}
.dry ul {
  margin: 6px 0;
  padding-left: 0;
  list-style: none;
  font-size: 14px;
  max-height: 180px;
  overflow-y: auto;
}
</style>
