<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, ref, useId, watch } from 'vue'

import { api } from '../api'
import { useNewest } from './useNewest'
import type { When } from '../wire'
import { say } from './say'

/**
 * A moment as one says it: "Sat 14:00", "13 March, 10", "yesterday evening". What it is taken for is said below. The start of a session can be taken
 * instead of typed. Enter keeps it.
 */
const props = defineProps<{
  label: string
  timezone: string
  past?: boolean // of what has happened
  day?: boolean // a day without a time
  build?: string // a day alone is meant when its bench opens
  sessions?: readonly { from: string; label: string }[]
  hint?: string
}>()
const at = defineModel<string | null>({ required: true }) // RFC 3339, of a day "2027-03-13"; null for none
const emit = defineEmits<{ keep: [] }>()

const id = useId()
const show = (t: string) => (props.day ? say(t, 'dated') : say(t, 'clock', props.timezone))
const typed = ref(at.value ? show(at.value) : '')
const touched = ref(false)
const { value: taken, problem, ask, clear } = useNewest<When>()
const order = navigator.language.toLowerCase() === 'en-us' ? 'month' : 'day'

// What another put here is shown as it is.
let own = at.value
function put(t: string | null) {
  own = t
  at.value = t
}
watch(at, (t) => {
  if (t === own) return
  own = t
  typed.value = t ? show(t) : ''
  touched.value = false
  clear()
})

function type(words: string) {
  typed.value = words
  touched.value = true
}
async function read() {
  if (!touched.value) return
  if (!typed.value.trim()) {
    clear()
    put(null)
    return
  }
  const got = await ask(() =>
    api.when({
      words: typed.value,
      timezone: props.timezone,
      order,
      ...(props.past ? { past: '1' } : {}),
      ...(props.build ? { build: props.build } : {}),
      ...(props.day ? { day: '1' } : {}),
    }),
  )
  if (got) put(props.day ? got.date : got.at)
}
watchDebounced(typed, () => void read(), { debounce: 250 })
async function keep() {
  await read()
  if (!problem.value && (at.value || !typed.value.trim())) emit('keep')
}
function take(t: string) {
  put(t)
  typed.value = show(t)
  touched.value = false
  clear()
}
const said = computed(() => problem.value || taken.value?.words || props.hint || '')
</script>

<template>
  <div class="moment-field">
    <label :for="id" class="plate">{{ label }}</label>
    <input
      :id="id"
      :value="typed"
      :aria-invalid="!!problem"
      :aria-describedby="`${id}-said`"
      autocomplete="off"
      spellcheck="false"
      :placeholder="
        day
          ? past
            ? 'yesterday, 6 March'
            : 'Sat 13, in two weeks'
          : past
            ? 'yesterday 21:00, Mon 20:30'
            : 'Sat 14:00, 13 March'
      "
      @input="type(($event.target as HTMLInputElement).value)"
      @keydown.enter.prevent.stop="keep"
    />
    <p :id="`${id}-said`" class="said" :class="{ problem }" aria-live="polite">{{ said }}</p>
    <div v-if="sessions?.length" class="sessions" role="group" :aria-label="`${label}: the next sessions`">
      <button v-for="s in sessions" :key="s.from" type="button" class="act" @click="take(s.from)">{{ s.label }}</button>
    </div>
  </div>
</template>

<style scoped>
.moment-field {
  display: grid;
  min-width: min(210px, 100%);
}
input {
  width: 100%;
  min-width: 0;
  min-height: 27px;
  padding: 0 2px;
  border: 0;
  border-bottom: 1px solid var(--ink);
  box-shadow: 0 1px 0 var(--lip);
  background: none;
  color: inherit;
  font: 16px var(--v-font-body);
}
input:focus-visible {
  outline: none;
  border-bottom: 3px solid var(--note);
}
input[aria-invalid='true'] {
  border-bottom-color: var(--bite);
}
.said {
  min-height: 19px;
  font-size: 13px;
  color: var(--soft);
}
.said.problem {
  color: var(--bite);
  font-weight: 600;
}
.sessions {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
@media (pointer: coarse) {
  input {
    min-height: 44px;
  }
}
</style>
