<script setup lang="ts">
import type { Zone } from '../../wire'

/** What the tape shows, as a table for those who don't see it. */
defineProps<{ zones: readonly Zone[] }>()
</script>

<template>
  <div class="visually-hidden">
    <table>
      <caption>
        The tape as a table
      </caption>
      <thead>
        <tr>
          <th>Zone</th>
          <th>Step</th>
          <th>When</th>
          <th>State</th>
        </tr>
      </thead>
      <tbody v-for="z in zones" :key="z.id">
        <tr v-for="s in z.steps" :key="s.id">
          <td>{{ z.name }}</td>
          <td>{{ s.number }} {{ s.name }}</td>
          <td>{{ s.when }}</td>
          <td>{{ s.state }}, {{ s.kind }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
