<script setup lang="ts">
defineProps<{ modelValue: boolean }>()
defineEmits<{ 'update:modelValue': [open: boolean] }>()

const keys: [string, string][] = [
  [', .', 'moment to the event before, to the next'],
  ['[ ]', 'step before, next step'],
  ['{ }', 'zone before, next zone'],
  ['f', 'next finding'],
  ['Enter', 'take its first fix'],
  ['/', 'search steps, products and rules'],
  ['a', 'add a step'],
  ['e', 'change the step'],
  ['Shift ↑ ↓', 'move the step'],
  ['Delete', 'remove the step'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Y', 'redo'],
  ['g b', 'list of builds'],
  ['g s', 'shelf'],
  ['g k', 'workings'],
  ['g p', 'safekeeping'],
  ['n', 'day or night'],
  ['?', 'this sheet'],
]
const onMoment: [string, string][] = [
  ['← →', 'a quarter of an hour'],
  ['↑ ↓', 'next event, event before'],
  ['PgUp PgDn', 'next session, session before'],
  ['Home End', 'the ends of the tape'],
]
</script>

<template>
  <v-dialog
    :model-value="modelValue"
    max-width="460"
    aria-label="Keys"
    @update:model-value="$emit('update:modelValue', $event)"
  >
    <v-card role="dialog" aria-modal="true" aria-label="Keys">
      <div class="sheet">
        <h2>Keys</h2>
        <dl>
          <template v-for="[k, what] in keys" :key="k">
            <dt>
              <kbd v-for="one in k.split(' ')" :key="one">{{ one }}</kbd>
            </dt>
            <dd>{{ what }}</dd>
          </template>
        </dl>
        <h3>With the moment in focus</h3>
        <dl>
          <template v-for="[k, what] in onMoment" :key="k">
            <dt>
              <kbd v-for="one in k.split(' ')" :key="one">{{ one }}</kbd>
            </dt>
            <dd>{{ what }}</dd>
          </template>
        </dl>
        <v-btn variant="outlined" @click="$emit('update:modelValue', false)">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.sheet {
  padding: 18px 22px;
  display: grid;
  gap: 10px;
}
dl {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 5px 14px;
  margin: 0;
}
dt {
  display: flex;
  gap: 4px;
}
dd {
  margin: 0;
}
</style>
