<script setup lang="ts">
import { api } from '../api'
import HistoryList from '../shared/HistoryList.vue'

/** What was changed on the shelf, and when. */
defineEmits<{ close: [] }>()
</script>

<template>
  <v-dialog model-value max-width="720" aria-label="History of the shelf" @update:model-value="$emit('close')">
    <v-card role="dialog" aria-modal="true" aria-label="History of the shelf">
      <div class="sheet">
        <h2>History of the shelf</h2>
        <p class="soft small">Every change is kept. Undo and redo on the shelf walk through it.</p>
        <HistoryList :read="api.shelfHistory" />
        <div class="buttons"><v-btn variant="outlined" autofocus @click="$emit('close')">Close</v-btn></div>
      </div>
    </v-card>
  </v-dialog>
</template>
