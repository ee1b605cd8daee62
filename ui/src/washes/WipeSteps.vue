<script setup lang="ts">
import CautionMark from '../shared/CautionMark.vue'
import type { WashWipe } from '../wire'

/** How the washed zone is wiped, in the order in which the hand does it. */
defineProps<{ wipe: WashWipe }>()
</script>

<template>
  <div class="wipe">
    <p class="when">{{ wipe.when }}</p>
    <p>{{ wipe.early }} {{ wipe.late }}</p>
    <template v-if="wipe.cloth">
      <h3>With</h3>
      <p>
        A {{ wipe.cloth }}: {{ wipe.cloths }} fresh folds, {{ wipe.buds }} {{ wipe.buds === 1 ? 'bud' : 'buds' }}; about
        {{ wipe.work }}.
      </p>
    </template>
    <h3>How</h3>
    <ol>
      <li v-for="s in wipe.strokes" :key="s">{{ s }}</li>
    </ol>
    <p class="small soft">Keep a streak where the air or rain would have drawn one; lift the rest.</p>
    <h3>Where</h3>
    <p>{{ wipe.patch }}</p>
    <ul>
      <li v-for="o in wipe.order" :key="o">{{ o }}</li>
    </ul>
    <h3>Take care of</h3>
    <ul>
      <li v-for="c in wipe.care" :key="c">{{ c }}</li>
    </ul>
    <p v-for="c in wipe.cautions" :key="c" class="small"><CautionMark /> {{ c }}</p>
    <h3>What is left</h3>
    <p>{{ wipe.left }} {{ wipe.lighten }}</p>
    <table v-if="wipe.tools.length">
      <caption class="visually-hidden">
        What each tool leaves where the wash lay
      </caption>
      <tbody>
        <tr v-for="t in wipe.tools" :key="t.words">
          <th scope="row">
            {{ t.words }}<span class="soft small">{{ t.note }}</span>
          </th>
          <td class="figure">{{ t.left_pct.toFixed(t.left_pct < 10 ? 1 : 0) }} %</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.when {
  font: 600 17px var(--heading);
}
h3 {
  margin: 12px 0 3px;
  font-size: 16px;
}
ol,
ul {
  margin: 0;
  padding-left: 20px;
}
table {
  width: 100%;
  margin-top: 8px;
  border-collapse: collapse;
}
tr {
  border-top: 1px solid var(--line);
}
th {
  padding: 3px 0;
  font-weight: 400;
  text-align: left;
}
th span {
  display: block;
}
td {
  text-align: right;
  white-space: nowrap;
}
</style>
