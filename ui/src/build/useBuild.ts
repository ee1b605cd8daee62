import { defineStore } from 'pinia'
import { computed, nextTick, ref, shallowRef, watch } from 'vue'

import { api, Refusal } from '../api'
import { now, setClock } from '../shared/useClock'
import { whenTold } from '../shared/useLive'
import { useNewest } from '../shared/useNewest'
import { useUnits } from '../shared/useUnits'
import type { Build, Effect, Finding, Moment, PlanEdit, PlanStep, Problem, Step, Ways, Zone } from '../wire'

/** The build on screen, the moment on its tape, and what is chosen. All figures come from the server; this only keeps them. */
export const useBuild = defineStore('build', () => {
  const build = shallowRef<Build | null>(null)
  const problem = ref('') // why there is no build to show
  const said = ref('') // a passing message
  const didSay = ref('') // the last one about a change that can be taken back
  const busy = ref(false)
  const clash = ref(false) // another tablet was faster with the last edit

  const sheet = ref<'' | 'finish' | 'add' | 'edit' | 'copy' | 'plan' | 'history' | 'search'>('') // what lies open
  const preview = shallowRef<Effect | null>(null) // of the change that is being made
  const others = ref(false) // what is done to a step less often lies open
  const fine = ref(new Set<string>()) // steps of which somebody has said that nothing is amiss below them
  const earlier = ref(false) // other times are offered at which the chosen step may have been done

  const at = ref(0) // the moment, ms since 1970
  const follows = ref<'step' | 'now' | 'hand'>('step') // what put the moment where it is
  const stays = ref(false) // a moment that was put somewhere by hand stays there whatever is changed: what is looked at is the whole aircraft
  const zoneId = ref('')
  const stepId = ref('')
  const findingPlace = ref(-1) // in build.findings; -1 for none
  const moment = shallowRef<Moment | null>(null)

  const zone = computed<Zone | undefined>(() => build.value?.zones.find((z) => z.id === zoneId.value))
  const step = computed<Step | undefined>(() => zone.value?.steps.find((s) => s.id === stepId.value))
  const finding = computed<Finding | undefined>(() => build.value?.findings[findingPlace.value])
  /** What could be done about the chosen finding. It is worked out when that is looked at; of a note, when somebody asks. */
  const ways = useNewest<Ways>((words) => (said.value = words))
  let underway: Promise<unknown> = Promise.resolve()
  function lookForWays() {
    const [f, b] = [finding.value, build.value]
    if (f && b) underway = ways.ask(() => api.ways(b.slug, f.step, f.rule))
  }
  watch(finding, (f) => {
    ways.clear()
    if (f?.asks && f.severity !== 'note') lookForWays()
  })
  const overdue = computed(() => build.value?.overdue ?? [])

  let asking = false
  let again = false

  /** Asks for the moment; while one request is under way only the newest wish is kept. */
  async function look() {
    const b = build.value
    if (!b || !zoneId.value) return
    if (asking) {
      again = true
      return
    }
    asking = true
    try {
      const got = await api.moment(b.slug, at.value, zoneId.value, stepId.value)
      if (build.value?.slug !== b.slug) return
      moment.value = got
    } catch (e) {
      tell(e)
    } finally {
      asking = false
      if (again) {
        again = false
        void look()
      }
    }
  }
  watch([at, zoneId, stepId, build], () => void look())
  watch(useUnits().temperature, () => build.value && void open(build.value.slug), { flush: 'post' }) // its words are in the old unit

  function tell(e: unknown) {
    const words = e instanceof Refusal ? e.message : String(e)
    if (words) said.value = words
  }

  // What other tablets do is followed as it happens; while a sheet lies open it waits, so that nothing changes under what is being typed.
  const told = ref<{ slug: string; revision: number } | null>(null)
  const behind = computed(
    () => !!told.value && told.value.slug === build.value?.slug && told.value.revision !== build.value.revision,
  )
  whenTold((e) => {
    const b = build.value
    if (e.what === 'build' && e.slug) told.value = { slug: e.slug, revision: e.revision ?? 0 }
    else if (b && e.what === 'everything') void open(b.slug)
    else if (b && e.what === 'hello') void follow(b.slug, true)
    else if (problem.value && e.what === 'hello' && wantedSlug) void open(wantedSlug)
  })
  watch([behind, busy, sheet], () => {
    const b = build.value
    if (b && behind.value && !busy.value && !sheet.value) void follow(b.slug)
  })
  // Time goes on: what was not done by now is laid out anew.
  watch(now, (t) => {
    const b = build.value
    if (follows.value === 'now') at.value = t
    if (b && t >= Date.parse(b.until) && !busy.value && !sheet.value) void follow(b.slug, true)
  })
  /** Reads the build again where it stands elsewhere than on screen. */
  async function follow(slug: string, quiet = false) {
    const before = shows
    try {
      const got = await api.build(slug)
      if (build.value?.slug !== slug || busy.value || sheet.value || shows !== before) return
      const moved = got.revision !== build.value.revision
      if (!moved && got.until === build.value.until) return
      show(got, true)
      if (!moved) return
      if (!quiet) said.value = got.undoes ? `Changed on another screen: ${got.undoes}.` : 'Changed on another screen.'
    } catch (e) {
      if (!quiet) tell(e)
    }
  }

  /** Shows a build as it stands. With keep, the chosen step stays chosen, and the moment goes where it now begins. */
  let shows = 0 // how often a build was shown: an answer that was asked for before the last time comes too late
  function show(b: Build, keep: boolean, mine = false) {
    shows++
    build.value = b
    setClock(b.now)
    told.value = null
    preview.value = null
    if (keep && b.zones.some((z) => z.id === zoneId.value)) {
      if (stepId.value && !step.value) stepId.value = zone.value?.steps[0]?.id ?? ''
      findingPlace.value = findingOf(stepId.value)
      if (step.value && ((mine && !stays.value) || follows.value === 'step')) {
        follows.value = 'step'
        at.value = Date.parse(step.value.start)
      }
      return
    }
    zoneId.value = b.opening.zone
    stepId.value = b.opening.step
    at.value = Date.parse(b.opening.at)
    follows.value = 'step'
    findingPlace.value = findingOf(stepId.value)
  }

  const findingOf = (id: string) => build.value?.findings.findIndex((f) => f.step === id) ?? -1

  /** Reads a build, and chooses step where it has one of that name. */
  let wantedSlug = '' // the build that was asked for last; an answer about another one comes too late
  async function open(slug: string, wanted = '') {
    problem.value = ''
    wantedSlug = slug
    if (build.value?.slug !== slug) {
      build.value = null
      moment.value = null
    }
    const before = shows
    try {
      const got = await api.build(slug)
      if (wantedSlug !== slug || (shows !== before && build.value?.slug === slug)) return
      show(got, build.value?.slug === slug)
      if (wanted && wanted !== stepId.value) chooseStep(wanted)
    } catch (e) {
      if (wantedSlug !== slug) return
      if (build.value?.slug === slug) tell(e)
      else problem.value = e instanceof Refusal ? e.message : String(e)
    }
  }

  /** Chooses a step, and puts the moment where it begins. */
  function chooseStep(id: string) {
    const z = build.value?.zones.find((one) => one.steps.some((s) => s.id === id))
    const s = z?.steps.find((one) => one.id === id)
    if (!z || !s) return
    zoneId.value = z.id
    stepId.value = id
    earlier.value = false
    at.value = Date.parse(s.start)
    follows.value = 'step'
    findingPlace.value = findingOf(id)
  }

  /** Lets go of the choice: then the route lights the step that the moment lies in. */
  function chooseNone() {
    stepId.value = ''
    findingPlace.value = -1
    earlier.value = false
    if (follows.value === 'step') follows.value = 'hand'
  }

  /** Chooses a zone, and its step with the worst finding, else the next one to do. */
  function chooseZone(id: string) {
    const z = build.value?.zones.find((one) => one.id === id)
    if (!z) return
    const found = build.value?.findings.find((f) => f.zone === id)
    const next = z.steps.find((s) => s.kind !== 'done') ?? z.steps.at(-1)
    const target = found?.step ?? next?.id
    if (target) chooseStep(target)
    else zoneId.value = id
  }

  function chooseFinding(place: number) {
    const all = build.value?.findings ?? []
    if (!all.length) return
    const i = (place + all.length) % all.length
    const f = all[i]
    if (!f) return
    chooseStep(f.step)
    findingPlace.value = i
  }

  function stepBy(n: number) {
    const steps = zone.value?.steps ?? []
    const i = steps.findIndex((s) => s.id === stepId.value)
    const next = steps[Math.max(0, Math.min(steps.length - 1, i + n))]
    if (next) chooseStep(next.id)
  }

  function moveTo(t: number) {
    const tape = build.value?.tape
    if (!tape) return
    at.value = Math.max(Date.parse(tape.from), Math.min(Date.parse(tape.to), Math.round(t / 60000) * 60000))
    follows.value = 'hand'
  }

  /** Puts the moment to now, where it stays as time goes on. */
  function toNow() {
    at.value = now.value
    follows.value = 'now'
  }

  function toEvent(direction: 1 | -1) {
    const events = (build.value?.tape.events ?? []).map((e) => Date.parse(e))
    const next = direction > 0 ? events.find((e) => e > at.value) : events.findLast((e) => e < at.value)
    if (next === undefined) return
    at.value = next
    follows.value = 'hand'
  }

  /** Until busy turns. */
  const kept = () =>
    new Promise<void>((done) => {
      watch(busy, () => done(), { once: true, flush: 'sync' })
    })
  async function change(make: (b: Build) => Promise<Build>, words: (b: Build) => string, makes = false) {
    const b = build.value
    if (!b || busy.value) return
    busy.value = true
    try {
      const changed = await make(b)
      show(changed, true, true)
      said.value = words(changed)
      didSay.value = changed.undoes && makes ? said.value : ''
    } catch (e) {
      tell(e)
      if (e instanceof Refusal && e.problem.code === 'moved') await open(b.slug)
    } finally {
      busy.value = false
    }
  }

  /** Carries out a fix of the chosen finding, and follows its step to its new time. */
  async function takeFix(choice: number) {
    const f = finding.value
    await nextTick() // a finding that was just chosen is asked about then
    if (ways.busy.value) await underway // a quick hand is faster than the answer
    const way = ways.value.value?.fixes[choice]
    if (!f || !way || f !== finding.value) return
    await change(
      (b) => api.fix(b.slug, { revision: b.revision, step: f.step, rule: f.rule, choice }),
      (b) => `${way.words}. ${b.promise[0]?.toUpperCase()}${b.promise.slice(1)}.`,
      true,
    )
  }
  /** Makes a change to the plan. Returns what stands against it, or nothing; a refused change leaves everything as it is. */
  async function edit(e: PlanEdit): Promise<string> {
    const b = build.value
    if (!b) return ''
    if (busy.value) return 'Another change is just being kept. Save once more.'
    busy.value = true
    clash.value = false
    try {
      const changed = await api.edit(b.slug, { revision: b.revision, edit: e })
      show(changed, true, true)
      didSay.value = said.value = `${changed.undoes}. ${changed.promise[0]?.toUpperCase()}${changed.promise.slice(1)}.`
      return ''
    } catch (err) {
      const words = err instanceof Refusal ? err.message : String(err)
      const problem: Problem | undefined = err instanceof Refusal ? err.problem : undefined
      if (problem?.code === 'moved') {
        show(await api.build(b.slug), true)
        clash.value = true
        return `${words} What was changed there: ${build.value?.undoes ?? ''}. Save again to put your change on top of it.`
      }
      return words
    } finally {
      busy.value = false
    }
  }

  let next = false // a change waits for the one that is being kept
  /** Makes a change and says what stands against it. One that is pressed while another is being kept follows it. */
  async function act(e: PlanEdit) {
    if (next) return
    next = true
    while (busy.value) await kept()
    next = false
    const refused = await edit(e)
    if (refused) said.value = refused
  }

  /** The chosen step as the plan file has it. */
  const planStep = computed<PlanStep | undefined>(() =>
    build.value?.plan.zones.find((z) => z.id === zoneId.value)?.steps.find((s) => s.id === stepId.value),
  )

  /** Moves the chosen step up or down its route. */
  const shift = (by: 1 | -1) => act({ do: 'move-step', of: stepId.value, by })

  const undo = () =>
    change(
      (b) => api.undo(b.slug, { revision: b.revision }),
      () => 'Undone.',
    )
  const redo = () =>
    change(
      (b) => api.redo(b.slug, { revision: b.revision }),
      () => 'Done again.',
    )

  return {
    build,
    problem,
    said,
    didSay,
    busy,
    clash,
    at,
    zoneId,
    stepId,
    findingPlace,
    moment,
    zone,
    step,
    finding,
    open,
    chooseStep,
    chooseNone,
    chooseZone,
    chooseFinding,
    stepBy,
    moveTo,
    stays,
    toEvent,
    takeFix,
    ways: ways.value,
    looking: ways.busy,
    lookForWays,
    undo,
    redo,
    edit,
    shift,
    planStep,
    act,
    earlier,
    fine,
    others,
    preview,
    overdue,
    follows,
    toNow,
    sheet,
    show,
    tell,
  }
})
