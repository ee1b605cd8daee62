<script setup lang="ts">
import { ref } from 'vue'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import StateMark from '../shared/StateMark.vue'

/** Asks for the old passphrase and the new one. */
const store = useBuild()
const was = ref('')
const next = ref('')
const refused = ref('')
const busy = ref(false)
async function save() {
  busy.value = true
  refused.value = ''
  try {
    store.said = (await api.changePassphrase({ old: was.value, new: next.value })).words
    was.value = next.value = ''
  } catch (e) {
    refused.value = e instanceof Refusal ? e.message : String(e)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form @submit.prevent="save">
    <v-text-field v-model="was" label="Passphrase now" type="password" autocomplete="current-password" hide-details />
    <v-text-field v-model="next" label="New passphrase" type="password" autocomplete="new-password" hide-details />
    <p v-if="refused" class="refused" aria-live="polite"><StateMark state="bite" quiet /> {{ refused }}</p>
    <v-btn type="submit" variant="outlined" :disabled="!was || !next" :loading="busy">Change it</v-btn>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 10px;
}
.refused {
  color: var(--bite);
}
</style>
