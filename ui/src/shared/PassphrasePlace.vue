<script setup lang="ts">
import { nextTick, onMounted, ref } from 'vue'

import { api, Refusal } from '../api'
import SparrowMark from './SparrowMark.vue'

/** Asks for the passphrase before anything is shown. */
const emit = defineEmits<{ open: [] }>()
const words = ref('')
const refused = ref('')
const busy = ref(false)
const field = ref<HTMLInputElement | null>(null)
onMounted(() => field.value?.focus())

async function enter() {
  busy.value = true
  refused.value = ''
  try {
    await api.visit(words.value)
    emit('open')
  } catch (e) {
    refused.value = e instanceof Refusal ? e.message : String(e)
    words.value = ''
    await nextTick()
    field.value?.focus()
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="door">
    <SparrowMark :size="72" />
    <form @submit.prevent="enter">
      <h1>This bench is locked</h1>
      <label
        ><span>Passphrase</span>
        <input ref="field" v-model="words" type="password" autocomplete="current-password" required maxlength="1000" />
      </label>
      <p class="refused" aria-live="polite">{{ refused }}</p>
      <v-btn type="submit" color="primary" variant="flat" :loading="busy">Open</v-btn>
    </form>
  </main>
</template>

<style scoped>
.door {
  display: grid;
  justify-items: center;
  align-content: center;
  gap: 18px;
  min-height: calc(100vh - 52px);
  padding: 16px;
}
form,
label {
  display: grid;
  gap: 8px;
  width: min(360px, 100%);
}
input {
  min-height: 44px;
  padding: 0 8px;
  border: 0;
  border-bottom: 2px solid var(--ink);
  background: var(--raised);
  color: inherit;
  font: inherit;
}
.refused {
  min-height: 1.4em;
  color: var(--bite);
}
</style>
