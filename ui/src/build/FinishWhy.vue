<script setup lang="ts">
import { shallowRef } from 'vue'

import { api } from '../api'
import type { Explain } from '../wire'
import HowSure from './HowSure.vue'
import { useBuild } from './useBuild'

/** What the build's finish hangs on, and how sure it is. */
const emit = defineEmits<{ close: [] }>()
const store = useBuild()
const explain = shallowRef<Explain | null>(null)
if (store.build)
  api.explain(store.build.slug).then(
    (got) => (explain.value = got),
    (e: unknown) => {
      store.tell(e)
      emit('close')
    },
  )
</script>

<template>
  <v-dialog model-value max-width="560" aria-label="Why it is ready then" @update:model-value="emit('close')">
    <v-card role="dialog" aria-modal="true" aria-label="Why it is ready then">
      <div class="sheet">
        <h2>{{ store.build?.name }}: {{ store.build?.promise }}</h2>
        <p v-if="!explain" class="soft">Working it out</p>
        <template v-else>
          <ol>
            <li v-for="l in explain.lines" :key="l">{{ l }}</li>
          </ol>
          <HowSure :explain="explain" />
        </template>
        <div class="buttons"><v-btn variant="outlined" autofocus @click="emit('close')">Close</v-btn></div>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
ol {
  margin: 0;
  padding-left: 18px;
  display: grid;
  gap: 4px;
}
</style>
