import { StorageSerializers, useStorage, watchDebounced } from '@vueuse/core'
import { computed, reactive, ref, watch } from 'vue'

import { api, Refusal } from '../api'
import { tradeRead, useTrade } from '../edit/useTrade'
import { capital } from '../shared/capital'
import { useNewest } from '../shared/useNewest'
import { useUnits } from '../shared/useUnits'
import type { KeptWay, Made, NewBuild, PlanBrief, SchoolCosts } from '../wire'
import { briefForm, briefOf, fill, type BriefForm } from './briefForm'

/** The answers for a new build, what the server makes of them while they are given, and what each answer would take. */
export function useBrief() {
  const trade = useTrade()
  const units = useUnits()
  const way = ref<'answers' | 'file' | 'example' | 'mine'>('answers')
  const example = ref('clean')
  const text = ref('') // of a plan file
  const mine = ref<KeptWay[]>([]) // one's own ways, of finished builds
  const chosen = ref('') // of them
  const wayName = ref('')
  api.myWays().then(
    (got) => {
      mine.value = got.ways
      chosen.value = got.ways[0]?.slug ?? ''
      if (got.ways.length && !draft.value) way.value = 'mine' // what one does oneself is offered first
    },
    () => {}, // without them the answers stand
  )
  const refused = ref('')
  const tried = useNewest<Made>((words) => (refused.value = words))
  const made = tried.value
  const zone = ref(0) // that is painted
  const lookAt = ref('') // the moment that its picture shows; empty for the finish

  const here = Intl.DateTimeFormat().resolvedOptions().timeZone
  // What was answered survives a reload.
  const draft = useStorage<BriefForm | null>('inkysparrow.draft', null, undefined, {
    serializer: StorageSerializers.object,
    flush: 'post',
  })
  const a = reactive(briefForm(here))
  const ready = ref(false)
  const kept = ref(false) // it goes on with what was answered before
  const at = ref(Date.now()) // what the bench's clock shows
  const failed = (e: unknown) => (refused.value = e instanceof Refusal ? e.message : String(e))
  let untouched = ''
  async function afresh() {
    try {
      const [t, is] = await Promise.all([tradeRead(), api.when({ words: 'now' })])
      at.value = Date.parse(is.at)
      Object.assign(a, briefForm(here))
      fill(a, t.usual.brief, units)
      a.start = is.at
      untouched = JSON.stringify(a)
      kept.value = !!draft.value
      if (draft.value) Object.assign(a, draft.value)
      ready.value = true
    } catch (e) {
      failed(e)
    }
  }
  void afresh()
  watch(
    a,
    () => {
      const now = JSON.stringify(a)
      if (ready.value && now !== untouched) draft.value = JSON.parse(now) as BriefForm
    },
    { deep: true },
  )
  function forget() {
    ready.value = false
    draft.value = null
    void afresh()
  }
  const done = () => (draft.value = null)

  /** What it is called until it has a name: its picture and its route need none. */
  const proposed = computed(() => {
    return capital(trade.value?.air_types.find((t) => t.id === a.type)?.words ?? 'new model')
  })
  const brief = computed<PlanBrief>(() => ({ ...briefOf(a, units), name: a.name.trim() || proposed.value }))
  const wish = computed<NewBuild | null>(() => {
    if (way.value === 'file') return text.value ? { plan: text.value } : null
    if (way.value === 'mine') return chosen.value ? { way: chosen.value, name: wayName.value.trim() } : null
    if (way.value === 'example') return { example: example.value }
    return ready.value ? { answers: brief.value } : null
  })
  watchDebounced(
    () => JSON.stringify(wish.value),
    async () => {
      const w = wish.value
      if (!w) {
        tried.clear()
        refused.value = ''
      } else if (await tried.ask(() => api.make({ ...w, try: true }))) refused.value = ''
    },
    { debounce: 250 },
  )
  watch(
    () => a.zones.length,
    (n) => (zone.value = Math.max(0, Math.min(n - 1, zone.value))),
  )

  /** What each answer to each school would take, once they are looked at. */
  const working = ref(false)
  const costed = useNewest<SchoolCosts>()
  const costs = computed(() => costed.value.value?.answers ?? []) // what is wrong with the answers stands beside them
  const costless = computed(() => (made.value ? costed.problem.value : ''))
  watchDebounced(
    () => working.value && ready.value && JSON.stringify(brief.value),
    (asked) => {
      if (asked) void costed.ask(() => api.schoolCosts(brief.value))
    },
    { debounce: 300 },
  )
  const takes = (school: string, answer: { id: string; cost: string }) => {
    const c = costs.value.find((one) => one.school === school && one.answer === answer.id)
    return c ? `${answer.cost}; ${c.words}` : answer.cost
  }
  /** The questions that matter for this model, then those that don't. */
  const schools = computed(() => {
    const all = trade.value?.schools ?? []
    const idle = all.filter((s) => costs.value.length && costs.value.every((c) => c.school !== s.id || c.now || c.same))
    return [all.filter((s) => !idle.includes(s)), idle].filter((group) => group.length)
  })

  return {
    a,
    chosen,
    mine,
    wayName,
    at,
    brief,
    costless,
    done,
    example,
    failed,
    forget,
    kept,
    lookAt,
    made,
    proposed,
    ready,
    refused,
    schools,
    takes,
    text,
    way,
    wish,
    working,
    zone,
  }
}

export type Brief = ReturnType<typeof useBrief>
