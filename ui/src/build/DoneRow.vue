<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, ref } from 'vue'

import MomentField from '../shared/MomentField.vue'
import { now } from '../shared/useClock'
import type { Step } from '../wire'
import { useBuild } from './useBuild'
import { dateOf, say } from '../shared/say'

/** What has happened to a step: done in one press, at another time, begun, or not tonight. */
const props = defineProps<{ step: Step }>()
const store = useBuild()

const { earlier } = storeToRefs(store)
const other = ref<string | null>(null)

const ms = (t: string) => Date.parse(t)
const zone = computed(() => store.build?.timezone ?? 'UTC')
const words = (t: number) => say(t, 'near', zone.value)
const day = (t: number) => dateOf(t, zone.value)

/** Times that it may have been done at: minutes ago, at the end of the session before today's, and where the moment stands. */
const times = computed(() => {
  const out = [10, 20, 40].map((m) => ({ words: `${m} minutes ago`, at: now.value - m * 60_000 }))
  const before = store.build?.tape.sessions.findLast((s) => day(ms(s.from)) < day(now.value))
  if (before) out.push({ words: `the session before, ${words(ms(before.to))}`, at: ms(before.to) })
  const late = store.overdue.find((o) => o.step === props.step.id)
  if (late) out.unshift({ words: `as planned, ${words(ms(late.end))}`, at: ms(late.end) })
  if (store.at < now.value) out.push({ words: `at the moment, ${words(store.at)}`, at: store.at })
  return out
})

async function done(at?: number) {
  earlier.value = false
  await store.act({
    do: 'mark-done',
    of: props.step.id,
    ...(at === undefined ? {} : { at: new Date(at).toISOString() }),
  })
}
const open = computed(() => props.step.kind !== 'done')
/** It would stop or harm if it were done now: the button that says it was is not the loudest. */
const bites = computed(() => props.step.state === 'bite')
/** Where it is told why, and what to do. */
const wrong = computed(() => ({
  name: 'rescue',
  params: { slug: store.build?.slug },
  query: { zone: store.zoneId },
}))
const saw = (seen: 'nothing' | 'something') => store.act({ do: 'saw', of: props.step.id, seen })
</script>

<template>
  <div class="happened" role="group" :aria-label="`${props.step.name}: what happened`">
    <template v-if="open">
      <button
        type="button"
        class="act"
        :class="bites ? '' : 'first big'"
        title="Done now (d)"
        data-key="d"
        :disabled="store.busy"
        @click="done()"
      >
        Done now
      </button>
      <button type="button" class="act" :aria-expanded="earlier" @click="earlier = !earlier">earlier…</button>
      <button
        v-if="props.step.kind !== 'begun'"
        type="button"
        class="act"
        :disabled="store.busy"
        @click="store.act({ do: 'mark-started', of: props.step.id })"
      >
        Started
      </button>
      <button
        v-if="props.step.kind !== 'begun'"
        type="button"
        class="act"
        :disabled="store.busy"
        @click="store.act({ do: 'put-off', of: props.step.id })"
      >
        Not tonight
      </button>
    </template>
    <template v-else>
      <button type="button" class="act" :aria-expanded="earlier" @click="earlier = !earlier">At another time…</button>
    </template>
    <button
      v-if="(!open && !step.asks) || props.step.kind === 'begun'"
      type="button"
      class="act"
      :disabled="store.busy"
      @click="store.act({ do: 'unmark', of: props.step.id })"
    >
      Not done after all
    </button>
    <button
      v-if="props.step.kind === 'pinned' || props.step.put_off || props.step.turn"
      type="button"
      class="act"
      title="Let the schedule find its time (l)"
      data-key="l"
      :disabled="store.busy"
      @click="store.act({ do: 'let-go', of: props.step.id })"
    >
      {{ props.step.kind === 'pinned' ? 'Unpin' : props.step.turn ? 'Let go of its turn' : 'Tonight after all' }}
    </button>
    <RouterLink v-if="props.step.kind === 'done'" class="act" :to="wrong">It went wrong…</RouterLink>
    <div v-if="step.asks" class="saw" role="group" :aria-label="`${step.name}: what do you see?`">
      <p>It may have gone wrong. What do you see?</p>
      <button type="button" class="act" :disabled="store.busy" @click="saw('nothing')">Nothing</button>
      <button type="button" class="act" :disabled="store.busy" @click="saw('something')">Something</button>
      <button type="button" class="act" :disabled="store.busy" @click="store.act({ do: 'unmark', of: props.step.id })">
        It was not done
      </button>
    </div>
    <div v-if="earlier" class="earlier" role="group" aria-label="When it was done">
      <button v-for="t in times" :key="t.words" type="button" class="act" @click="done(t.at)">{{ t.words }}</button>
      <MomentField v-model="other" label="or" :timezone="zone" past @keep="other && done(Date.parse(other))" />
    </div>
    <div v-if="step.gap && !store.fine.has(step.id)" class="saw" role="group" :aria-label="`${step.name}: is that so?`">
      <p>{{ step.gap.words }}</p>
      <button
        v-if="step.gap.also"
        type="button"
        class="act"
        :disabled="store.busy"
        @click="store.act({ do: 'mark-below', of: props.step.id })"
      >
        {{ step.gap.also }}
      </button>
      <button type="button" class="act" @click="store.fine.add(step.id)">Leave it so</button>
    </div>
  </div>
</template>

<style scoped>
.happened {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.big {
  min-height: 44px;
  padding: 0 20px;
  font-size: 18px;
}
.earlier,
.saw {
  flex-basis: 100%;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: end;
  padding: 6px 0 2px;
}
.saw {
  align-items: center;
}
</style>
