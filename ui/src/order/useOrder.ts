import { useDebounceFn, useStorage } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'

import { ask, Refusal, within } from '../api'
import { useBuild } from '../build/useBuild'
import { whileTold } from '../shared/useLive'
import type { AwayCost, InWay, InWayOut, MissedEvenings, Order, OrderStand, OrderTaken, PlanEdit } from '../wire'

/** What counts first, as the reader chose it; empty for what is usual. */
const aims = useStorage('inkysparrow.aims', '')
const how = (more = '') => (aims.value ? `aims=${aims.value}&${more}` : more)

// What was taken last, on any page: it is taken back as one.
const taken = ref<OrderStand[]>([])

/** The best order of all builds: read at once and looked for further, taken and taken back with one press. */
export function useOrder() {
  const store = useBuild()
  const order = shallowRef<Order | null>(null)
  const problem = ref('')
  const looking = ref(false)
  const busy = ref(false)
  let stop = new AbortController()
  let deep = false

  async function look(more: string, signal: AbortSignal) {
    const found = await within(signal, () => ask<Order>(`/order?${how(more)}`, undefined, { quiet: true }))
    if (signal.aborted) return
    order.value = found
    problem.value = ''
  }
  /** Reads the order; with more set it goes on looking for a better one. */
  async function read(more = deep) {
    deep = more
    stop.abort()
    stop = new AbortController()
    const { signal } = stop
    looking.value = true
    try {
      await look('', signal)
      if (more && !order.value?.proven) await look('further=yes', signal).catch(() => {}) // what was found stands
    } catch (e) {
      if (!signal.aborted) problem.value = e instanceof Refusal ? e.message : String(e)
    } finally {
      if (!signal.aborted) looking.value = false
    }
  }
  /** Is content with what was found. */
  function enough() {
    stop.abort()
    looking.value = false
  }
  onScopeDispose(() => stop.abort())
  watch(aims, () => void read())
  // Whoever is at work changes one thing after the other: it is asked once they rest.
  const again = useDebounceFn(() => void read(), 2000)
  whileTold((e) => {
    if (!busy.value && ['builds', 'build', 'everything'].includes(e.what)) void again()
  })

  /** Changes builds together; without words of its own it is told in those of the edits. */
  async function change(words: string, changes: { slug: string; revision: number; edits: PlanEdit[] }[]) {
    if (busy.value || !changes.length) return
    busy.value = true
    try {
      const done = await ask<OrderTaken>('/order', { words, changes })
      taken.value = done.builds
      store.said = `${done.words}.`
      if (store.build) await store.open(store.build.slug)
    } catch (e) {
      store.tell(e)
    } finally {
      busy.value = false
    }
    await read(false) // what was just taken is not bettered at once
  }
  const builds = computed(() => order.value?.builds ?? [])
  const take = () =>
    change(
      'Took the order of evenings',
      builds.value.map((b) => ({ slug: b.slug, revision: b.revision, edits: [{ do: 'order', turns: b.turns }] })),
    )
  const letGo = () =>
    change(
      'Let go of the order of evenings',
      builds.value.map((b) => ({ slug: b.slug, revision: b.revision, edits: [{ do: 'order' }] })),
    )
  const takeWay = (slug: string, way: InWayOut) =>
    change(
      way.words,
      builds.value
        .filter((b) => way.all || b.slug === slug)
        .map((b) => ({ slug: b.slug, revision: b.revision, edits: way.edits })),
    )
  const beAway = (date: string, days: number) =>
    change(
      '',
      builds.value.map((b) => ({ slug: b.slug, revision: b.revision, edits: [{ do: 'stay-away', date, days }] })),
    )
  const lend = (e: Order['evenings'][number]) =>
    change(
      '',
      builds.value
        .filter((b) => e.open.includes(b.slug))
        .map((b) => ({
          slug: b.slug,
          revision: b.revision,
          edits: [{ do: 'put-hands', date: e.date, hands: e.second ? 1 : 2 }],
        })),
    )
  async function undo() {
    busy.value = true
    try {
      await ask<OrderTaken>('/order/undo', { builds: taken.value })
      taken.value = []
      store.said = 'Taken back.'
      if (store.build) await store.open(store.build.slug)
    } catch (e) {
      store.tell(e)
    } finally {
      busy.value = false
    }
    await read()
  }
  /** What was taken can be taken back as long as no build has moved on since. */
  const undoes = computed(
    () =>
      taken.value.length > 0 &&
      taken.value.every((t) => builds.value.some((b) => b.slug === t.slug && b.revision === t.revision)),
  )
  return {
    aims,
    order,
    problem,
    looking,
    busy,
    undoes,
    read,
    enough,
    take,
    letGo,
    takeWay,
    beAway,
    lend,
    undo,
    inWay: (slug: string, tried: boolean) =>
      ask<InWay>(`/builds/${slug}/in-the-way?${how(tried ? 'try=yes' : '')}`, undefined, {
        quiet: true,
      }),
    missed: () => ask<MissedEvenings>(`/order/missed?${how()}`, undefined, { quiet: true }),
    away: (date: string, days: number) =>
      ask<AwayCost>(`/order/away?${how(`from=${date}&days=${days}`)}`, undefined, {
        quiet: true,
      }),
  }
}

export type OrderHeld = ReturnType<typeof useOrder>
