import { useStorage } from '@vueuse/core'

import { useWho } from '../journal/useWho'
import { exactly } from '../shared/useClock'
import type { BenchPress, PlanOtherwise } from '../wire'

/** More that a press can say. */
export interface More {
  of?: string
  at?: number // when it was so; now where it is left out
  share?: BenchPress['share']
  otherwise?: PlanOtherwise
}

const random = () =>
  Array.from(crypto.getRandomValues(new Uint8Array(8)), (b) => b.toString(16).padStart(2, '0')).join('')
const who = useWho()
const device = useStorage('inkysparrow.device', `screen-${random()}`)
const iso = (t: number) => new Date(Math.floor(t / 1000) * 1000).toISOString().replace('.000Z', 'Z')

/** A press that is made here and now, with an id of its own, so that it counts once however often it is sent. */
export function pressed(build: string, step: string, word: string, more: More = {}): BenchPress {
  const made = exactly()
  const { at, ...rest } = more
  const id = `${device.value.slice(0, 24)}-${made.toString(36)}-${random()}`.slice(0, 64)
  return {
    id,
    build,
    device: device.value,
    step,
    word,
    at: iso(at ?? made),
    made: iso(made),
    ...(who.value ? { who: who.value } : {}),
    ...rest,
  }
}
