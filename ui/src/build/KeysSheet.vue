<script setup lang="ts">
import { useLetters } from '../shared/useLetters'

defineProps<{ modelValue: boolean }>()
defineEmits<{ 'update:modelValue': [open: boolean] }>()

const keys: [string, string][] = [
  ['d', 'done now'],
  ['n', 'the moment back to now'],
  [', .', 'moment to the event before, to the next'],
  ['[ ]', 'step before, next step'],
  ['{ }', 'zone before, next zone'],
  ['f', 'next finding'],
  ['Enter', 'take its first fix; keep a change'],
  ['Esc', 'leave a change; let go of the chosen step'],
  ['/', 'search; what went wrong, too'],
  ['a', 'what next on this zone'],
  ['e', 'change the step'],
  ['c', 'copy the step to other zones'],
  ['p', 'pin the step to the moment'],
  ['l', 'unpin it: the schedule finds its time'],
  ['Shift ↑ ↓', 'move the step in its route'],
  ['Delete', 'remove the step'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Y', 'redo'],
  ['g b', 'the bench: what to do now'],
  ['g u', 'builds'],
  ['g r', 'the route of the build'],
  ['g w', 'its washes'],
  ['g f', 'the last coat'],
  ['g h', 'something went wrong: why, and what now'],
  ['g l', 'the look of it'],
  ['g j', 'its journal: what really happened'],
  ['g s', 'shelf'],
  ['g k', 'workings'],
  ['g p', 'safekeeping'],
  ['m', 'day or night'],
  ['?', 'this sheet'],
]
const onTicket: [string, string][] = [
  ['← →', 'a quarter of an hour'],
  ['PgUp PgDn', 'next session, session before'],
  ['↑ ↓', 'to another zone: a copy'],
  ['Enter', 'keep it there'],
]
const onMoment: [string, string][] = [
  ['← →', 'a quarter of an hour'],
  ['↑ ↓', 'next event, event before'],
  ['PgUp PgDn', 'next session, session before'],
  ['Home End', 'the ends of the tape'],
]
const onLook: [string, string][] = [
  ['x', 'under its last coat'],
  ['s', 'squint'],
  ['t', 'stains and fading'],
  ['z', 'magnifier'],
]
const onBench: [string, string][] = [
  ['Space', 'the big key; a foot pedal that is a keyboard sends it too'],
  ['← →', 'the step before, the next'],
  ['h', 'read it hands-free'],
]
const letters = useLetters()
const groups = [
  { title: '', keys },
  { title: 'With a ticket of the tape in focus', keys: onTicket },
  { title: 'With the moment in focus', keys: onMoment },
  { title: 'In the look', keys: onLook },
  { title: 'At the bench', keys: onBench },
]
</script>

<template>
  <v-dialog
    :model-value="modelValue"
    max-width="760"
    aria-label="Keys"
    @update:model-value="$emit('update:modelValue', $event)"
  >
    <v-card role="dialog" aria-modal="true" aria-label="Keys">
      <div class="sheet">
        <h2>Keys</h2>
        <div class="choices">
          <v-checkbox
            v-model="letters.shown.value"
            label="Show them beside their buttons"
            :disabled="!letters.act.value"
            hide-details
          />
          <v-checkbox v-model="letters.act.value" label="Single letters act" hide-details />
        </div>
        <template v-for="g in groups" :key="g.title">
          <h3 v-if="g.title">{{ g.title }}</h3>
          <dl>
            <template v-for="[k, what] in g.keys" :key="k">
              <dt>
                <kbd v-for="one in k.split(' ')" :key="one">{{ one }}</kbd>
              </dt>
              <dd>{{ what }}</dd>
            </template>
          </dl>
        </template>
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
@media (min-width: 641px) {
  .sheet > dl:first-of-type {
    columns: 2;
    display: block;
  }
  .sheet > dl:first-of-type dt {
    float: left;
    clear: left;
    width: 110px;
  }
  .sheet > dl:first-of-type dd {
    margin-left: 120px;
    min-height: 25px;
    break-before: avoid;
  }
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 0 24px;
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
