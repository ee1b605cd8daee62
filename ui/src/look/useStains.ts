import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import { useNewest } from '../shared/useNewest'
import { watchPaced } from '../shared/watchPaced'
import type {
  LookView,
  PlanStainHow,
  Stained,
  StainMore,
  StainsEnough,
  StainsMore,
  StainStep,
  StainTold,
  Whole,
} from '../wire'

const iso = (t: number) => new Date(t).toISOString().replace(/\.\d+/, '')

/** What stains and fades the aircraft, which of it is chosen, and how far that is pulled. All figures are the engine's. */
export function useStains(slug: Ref<string>, open: Ref<boolean>, wanted: Ref<string>) {
  const store = useBuild()
  const revision = computed(() => (store.build?.slug === slug.value ? store.build.revision : 0))
  const list = useNewest<Stained>()
  const stained = shallowRef<Stained | null>(null)
  const squint = useNewest<StainsEnough>()
  const enough = shallowRef<StainsEnough['enough'] | null>(null)
  const key = ref('') // zone/step
  const chosen = computed<StainStep | undefined>(() =>
    stained.value?.steps.find((s) => `${s.zone}/${s.step}` === key.value),
  )
  const amount = ref(1)
  const reach = ref(1)
  const rounds = ref('')
  const hours = ref('')
  const pulled = computed(
    () => !!chosen.value && (amount.value !== chosen.value.amount || reach.value !== chosen.value.reach),
  )
  const pull = computed(() => (chosen.value ? `${key.value}:${amount.value.toFixed(2)}:${reach.value.toFixed(2)}` : ''))

  watchPaced(
    [slug, revision, open, () => store.at, pull],
    async () => {
      if (!open.value || !revision.value || !store.at) return
      const q: Record<string, string> = { at: iso(store.at), ...(pulled.value ? { pull: pull.value } : {}) }
      const got = await list.ask(() => api.stains(slug.value, q))
      if (!got) return
      stained.value = got
      // Squinting at all of it takes longer: what was judged before stays till then.
      const judged = await squint.ask(() => api.stainsEnough(slug.value, q))
      if (judged) enough.value = judged.enough
    },
    250,
    { immediate: true },
  )

  function own() {
    amount.value = chosen.value?.amount ?? 1
    reach.value = chosen.value?.reach ?? 1
    rounds.value = hours.value = ''
  }
  function choose(s: StainStep) {
    key.value = `${s.zone}/${s.step}`
    own()
    // It is looked at as it will be once it is done.
    if (store.at < Date.parse(s.ends)) store.moveTo(Date.parse(s.ends))
  }
  // One that the address names is chosen as soon as it is known.
  let met = ''
  watch([stained, wanted], () => {
    const one = stained.value?.steps.find((s) => `${s.zone}/${s.step}` === wanted.value)
    if (one && met !== wanted.value) {
      met = wanted.value
      choose(one)
    }
  })
  const leave = () => (key.value = '')
  let settling = false // what was let go of is on its way: what is read meanwhile is older
  watch(
    () => chosen.value && [chosen.value.amount, chosen.value.reach].join(),
    () => settling || own(),
  )

  const plan = useNewest<StainTold>((words) => (store.said = words))
  watchPaced(
    [key, amount, reach, rounds, hours, revision],
    () => {
      const s = chosen.value
      if (!s || !revision.value) return plan.clear()
      void plan.ask(() =>
        api.stainPlan(slug.value, {
          zone: s.zone,
          step: s.step,
          amount: amount.value.toFixed(2),
          reach: reach.value.toFixed(2),
          ...(rounds.value !== '' ? { rounds: String(rounds.value) } : {}),
          ...(hours.value !== '' ? { hours: String(hours.value) } : {}),
        }),
      )
    },
    120,
  )

  // What could be added is worked out once somebody wants to see it.
  const more = useNewest<StainsMore>()
  const adding = ref(false)
  watch([adding, revision], () => void (adding.value && revision.value && more.ask(() => api.stainsMore(slug.value))), {
    immediate: true,
  })
  /** Puts a step in, and chooses it. */
  async function add(one: StainMore) {
    const known = new Set(stained.value?.steps.map((s) => s.step))
    adding.value = false
    await store.act(one.edit)
    const got = await list.ask(() => api.stains(slug.value, { at: iso(store.at) }))
    if (!got) return
    stained.value = got
    const s = got.steps.find((x) => x.zone === one.edit.zone && !known.has(x.step))
    if (s) choose(s)
  }

  const bound = (v: number) =>
    Math.round(100 * Math.min(stained.value?.most ?? v, Math.max(stained.value?.least ?? v, v))) / 100
  async function keep() {
    const s = chosen.value
    settling = false
    if (!s || (!pulled.value && rounds.value === '' && hours.value === '')) return
    const was = store.build?.plan.zones?.find((z) => z.id === s.zone)?.steps.find((x) => x.id === s.step)?.stain
    const stain: PlanStainHow = { ...was, times: amount.value, reach: reach.value }
    delete stain.amount
    delete stain.did
    if (rounds.value !== '') stain.rounds = Number(rounds.value)
    if (hours.value !== '') stain.hours = Number(hours.value)
    await store.act({ do: 'pull-stain', of: s.step, stain })
    // A stronger one takes longer: it is looked at once that is done too.
    const end = store.build?.zones.flatMap((z) => z.steps).find((x) => x.id === s.step)?.end
    if (end && store.at < Date.parse(end)) store.moveTo(Date.parse(end))
  }
  const settled = useDebounceFn(keep, 350)
  /** What was let go of is kept, with undo beside the word that says so. Several presses of a key are one change. */
  function settle() {
    settling = true
    void settled()
  }
  const asPlanned = () => void (chosen.value && store.act({ do: 'pull-stain', of: chosen.value.step }))

  // A drag over the picture: along the air it lengthens or shortens, across it strengthens or rubs back.
  let from: { x: number; y: number; amount: number; reach: number; px: number; view: LookView | undefined } | null =
    null
  const pulling = ref(false)
  function down(e: PointerEvent, whole: Whole | null, box: DOMRect | undefined) {
    if (!chosen.value || chosen.value.done || chosen.value.begun || !whole || !box || e.button !== 0) return
    const px1 = whole.views[0]?.px_per_mm ?? 1
    const length = plan.value.value?.length_mm || 40 // what nothing is drawn from is pulled by as much
    const px = (px1 * box.width) / whole.width
    const [x, y] = [
      ((e.clientX - box.left) / box.width) * whole.width,
      ((e.clientY - box.top) / box.height) * whole.height,
    ]
    from = {
      x: e.clientX,
      y: e.clientY,
      amount: amount.value,
      reach: reach.value,
      px: Math.max(40, px * length),
      // The view that was pressed: the picture may be another by the time that it is pulled.
      view: whole.views.find((v) => x >= v.x && x < v.x + v.width && y >= v.y && y < v.y + v.height) ?? whole.views[0],
    }
  }
  function move(e: PointerEvent) {
    if (!from?.view) return
    const [dx, dy] = [e.clientX - from.x, e.clientY - from.y]
    if (!pulling.value && Math.hypot(dx, dy) < 6) return
    pulling.value = true
    const v = from.view
    const aft = dx * v.aft_x + dy * v.aft_y
    const across = dx * v.out_x + dy * v.out_y
    if (plan.value.value?.length_mm && Math.abs(aft) >= Math.abs(across)) {
      reach.value = bound(from.reach + aft / from.px)
      amount.value = from.amount
    } else {
      amount.value = bound(from.amount * 2 ** (across / 120))
      reach.value = from.reach
    }
  }
  function up() {
    from = null
    if (!pulling.value) return
    window.setTimeout(() => (pulling.value = false)) // the click that ends it asks nothing
    void keep()
  }

  return {
    stained,
    list,
    enough,
    squint,
    key,
    chosen,
    amount,
    reach,
    rounds,
    hours,
    pulled,
    pull,
    plan,
    pulling,
    bound,
    choose,
    leave,
    settle,
    asPlanned,
    more,
    adding,
    add,
    down,
    move,
    up,
  }
}

export type Stains = ReturnType<typeof useStains>
