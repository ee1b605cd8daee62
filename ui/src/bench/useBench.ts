import { useIntervalFn, useStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import { api, Refusal } from '../api'
import { second, setClock } from '../shared/useClock'
import { connected, whileTold } from '../shared/useLive'
import type { Bench, BenchPress } from '../wire'
import { pressed, type More } from './press'

/** The last thing that was pressed, with the press by which it can be taken back. */
export interface Last {
  id: string
  build: string
  step: string
  words: string
  at: number
}

/** What the bench comes to now, kept for a reload, and the presses that are made at it: each is queued first and sent as soon as the server answers, once, whatever lies between. */
export function useBench() {
  const queue = useStorage<BenchPress[]>('inkysparrow.presses', [])
  const kept = useStorage<Bench | null>('inkysparrow.bench', null, localStorage, {
    serializer: { read: (text) => JSON.parse(text) as Bench | null, write: (b) => JSON.stringify(b) },
  })
  const minutes = useStorage('inkysparrow.minutes', 0)
  const bench = computed(() => kept.value)
  const problem = ref('')
  const last = ref<Last | null>(null)
  const effects = ref<string[]>([]) // of what was pressed last
  const waiting = computed(() => queue.value.length)
  let asked = 0

  async function read() {
    const mine = ++asked
    try {
      const got = await api.bench(minutes.value)
      if (mine !== asked) return
      kept.value = got
      setClock(got.now, got.pace)
      problem.value = ''
    } catch (e) {
      if (mine === asked && !kept.value) problem.value = e instanceof Refusal ? e.message : String(e)
    }
  }

  let sending = false
  async function send() {
    if (sending || !queue.value.length) return
    sending = true
    const some = queue.value.slice(0, 200)
    try {
      const got = await api.press(some)
      const gone = new Set([...got.kept, ...got.refused.map((r) => r.id)])
      queue.value = queue.value.filter((p) => !gone.has(p.id))
      if (got.builds.length) effects.value = got.effects
      const refused = got.refused[0]
      if (refused) problem.value = `Not kept: ${refused.problem}`
      await read()
    } catch (e) {
      // It stays queued; a refusal of the whole is told, so that nobody waits for it.
      if (e instanceof Refusal && e.status === 422) {
        problem.value = e.message
        queue.value = queue.value.filter((p) => !some.includes(p))
      }
    } finally {
      sending = false
    }
    if (queue.value.length && connected.value) window.setTimeout(() => void send(), 400)
  }

  function press(build: string, step: string, word: string, words: string, more: More = {}) {
    const one = pressed(build, step, word, more)
    queue.value = [...queue.value, one]
    effects.value = []
    last.value =
      word === 'undo' ? null : word === 'at' ? last.value : { id: one.id, build, step, words, at: Date.parse(one.made) }
    void send()
    return one.id
  }

  const undo = () => {
    const l = last.value
    if (l) press(l.build, l.step, 'undo', '', { of: l.id })
  }
  /** The last press was so many minutes earlier. */
  const ago = (by: number) => {
    const l = last.value
    if (!l) return
    press(l.build, l.step, 'at', '', { of: l.id, at: l.at - by * 60_000 })
    last.value = { ...l, at: l.at - by * 60_000 }
  }

  /** What is done at once and not queued: its words are shown, whatever came of it. */
  async function now(make: () => Promise<string[]>) {
    try {
      effects.value = await make()
      last.value = null
      await read()
    } catch (e) {
      problem.value = e instanceof Refusal ? e.message : String(e)
    }
  }
  const stop = () => now(async () => (await api.benchStop()).effects)
  const empty = (build: string, product: string) =>
    now(async () => {
      await api.benchEmpty(build, product)
      return [`${product} is empty: the shelf counts nothing of it any more.`]
    })

  const spoon = (build: string, step: string, words: string) =>
    now(async () => {
      await api.benchSpoon(build, step)
      return [`${words}: it is a zone of its own, and dries beside the model.`]
    })

  void read()
  void send()
  watch(minutes, () => void read())
  watch(connected, (there) => there && void send())
  whileTold((e) => {
    if (e.what === 'hello') void send()
    void read()
  })
  useIntervalFn(() => {
    void send()
    const until = kept.value?.until
    if (until && second.value >= Date.parse(until)) void read()
  }, 2000)

  return { bench, minutes, problem, last, effects, waiting, press, undo, ago, stop, empty, spoon }
}
