<script setup lang="ts">
import { computed, ref } from 'vue'

import { useBuild } from '../build/useBuild'
import EffectNote from './EffectNote.vue'
import { useEffectOf } from './useEffectOf'

const props = defineProps<{ step: string; name: string }>()
const emit = defineEmits<{ close: [] }>()
const store = useBuild()
const zones = ref<string[]>([])
const refused = ref('')
const edit = computed(() =>
  zones.value.length ? ({ do: 'copy-step', of: props.step, zones: zones.value } as const) : null,
)
const { effect, problem } = useEffectOf(() => (edit.value ? { ...edit.value, zones: [...edit.value.zones] } : null))

async function save() {
  if (!edit.value) return
  refused.value = await store.edit({ ...edit.value, zones: [...edit.value.zones] })
  if (!refused.value) emit('close')
}
</script>

<template>
  <v-dialog model-value max-width="440" aria-label="Copy the step" @update:model-value="emit('close')">
    <v-card role="dialog" aria-modal="true" aria-label="Copy the step">
      <form class="sheet" @submit.prevent="save">
        <h2>Copy {{ name.toLowerCase() }} to</h2>
        <div>
          <v-checkbox
            v-for="z in store.build?.zones ?? []"
            :key="z.id"
            v-model="zones"
            :value="z.id"
            :label="z.name"
            hide-details
          />
        </div>
        <p class="soft small">It goes where it belongs in the order of work; a wash takes its wipe along.</p>
        <EffectNote :effect="effect" :problem="refused || problem" />
        <div class="buttons">
          <v-btn type="submit" color="primary" variant="flat" :disabled="!edit || !!problem" :loading="store.busy"
            >Copy</v-btn
          >
          <v-btn variant="outlined" @click="emit('close')">Leave as it was</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>
