<script setup lang="ts">
import { computed, onBeforeUnmount, ref, watch } from 'vue'

import { useBuild } from '../build/useBuild'
import EffectNote from './EffectNote.vue'
import { useEffectOf } from './useEffectOf'

/** A step copied to other zones, on its own row. */
const props = defineProps<{ step: string; name: string }>()
const emit = defineEmits<{ close: [] }>()
const store = useBuild()
const zones = ref<string[]>([])
const refused = ref('')
const edit = computed(() =>
  zones.value.length ? { do: 'copy-step' as const, of: props.step, zones: [...zones.value] } : null,
)
const { effect, problem } = useEffectOf(edit)
watch(effect, (e) => (store.preview = e))
onBeforeUnmount(() => (store.preview = null))
const turn = (id: string) =>
  (zones.value = zones.value.includes(id) ? zones.value.filter((z) => z !== id) : [...zones.value, id])

async function keep() {
  if (!edit.value || problem.value) return
  refused.value = await store.edit(edit.value)
  if (!refused.value) emit('close')
}
</script>

<template>
  <form
    class="copy"
    :aria-label="`Copy ${name.toLowerCase()}`"
    @submit.prevent="keep"
    @keydown.escape.stop="emit('close')"
  >
    <span class="plate">Copy to</span>
    <div class="zones" role="group" aria-label="Copy to">
      <button
        v-for="z in store.build?.zones ?? []"
        :key="z.id"
        type="button"
        class="act"
        :aria-pressed="zones.includes(z.id)"
        @click="turn(z.id)"
      >
        <bdi>{{ z.name }}</bdi>
      </button>
    </div>
    <EffectNote :effect="effect" :problem="refused || problem" />
    <div class="buttons">
      <button type="submit" class="act first" :disabled="!edit || !!problem || store.busy">
        Copy <kbd>Enter</kbd>
      </button>
      <button type="button" class="act" @click="emit('close')">Leave it <kbd>Esc</kbd></button>
    </div>
  </form>
</template>

<style scoped>
.copy {
  display: grid;
  gap: 6px;
  padding: 8px 10px 10px;
  background: var(--raised);
  border-left: 3px solid var(--ink);
}
.zones {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.act[aria-pressed='true']::before {
  content: '✓ ';
}
.first kbd {
  border-color: currentColor;
}
</style>
