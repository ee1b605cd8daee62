<script setup lang="ts">
import { ref } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import StateMark from '../shared/StateMark.vue'
import { whileTold } from '../shared/useLive'
import type { TableDay } from '../wire'

/** The list for an exhibition's table: who builds what, when it is ready and with what slack; on paper too. */
const store = useBuild()
const list = ref<TableDay | null>(null)
const read = () => api.table().then((l) => (list.value = l), store.tell)
void read()
whileTold((e) => ['builds', 'build', 'everything', 'hello'].includes(e.what) && void read())
const print = () => window.print()
</script>

<template>
  <main class="table">
    <header>
      <h1>The table’s list</h1>
      <button type="button" class="act no-print" @click="print">Print</button>
    </header>
    <p v-if="list">{{ list.words }}</p>
    <div class="scroll" tabindex="0" role="region" aria-label="All builds">
      <table v-if="list?.builds.length">
        <thead>
          <tr>
            <th>Build</th>
            <th>By</th>
            <th>Ready</th>
            <th>Slack</th>
            <th>Bottles with others</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="b in list.builds" :key="b.slug">
            <td>
              <RouterLink :to="{ name: 'build', params: { slug: b.slug } }"
                ><bdi>{{ b.name }}</bdi></RouterLink
              >, {{ b.scale }}
            </td>
            <td>{{ b.by }}</td>
            <td>{{ b.ready }}{{ b.wanted ? `, ${b.wanted}` : '' }}{{ b.left ? `; ${b.left}` : '' }}</td>
            <td><StateMark :state="b.state" quiet /> {{ b.slack }}</td>
            <td>{{ b.bottles }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="soft no-print">
      Who builds one is said in its plan, who has a bottle on the shelf. One file serves a household or a club: the
      README says how.
    </p>
  </main>
</template>

<style scoped>
.table {
  max-width: 1000px;
  margin: 0 auto;
  padding: 16px 20px 40px;
  display: grid;
  gap: 12px;
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: 8px 10px 8px 0;
  border-bottom: 1px solid var(--line);
  vertical-align: top;
}
</style>
