import { shallowRef } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import type { Range, Trade } from '../wire'

const trade = shallowRef<Trade | null>(null)
let asking: Promise<Trade> | null = null

/** What a slider or a dial offers; nothing to turn until the tables have been read. */
export function rangeOf(id: string): Range {
  return trade.value?.ranges.find((r) => r.id === id) ?? { id, from: 0, to: 0, step: 1 }
}

/** What a family is called; its id until the tables have been read. */
export function familyName(id: string): string {
  return trade.value?.families.find((f) => f.id === id)?.name ?? id
}

/** The tables of the trade, read once: what a step can be, which families and liquids there are. */
export function useTrade() {
  void tradeRead().catch(useBuild().tell)
  return trade
}

/** The tables once they have been read, for what can't be shown without them. */
export async function tradeRead(): Promise<Trade> {
  asking ??= api.trade()
  try {
    return (trade.value ??= await asking)
  } catch (e) {
    asking = null // the next one who asks tries again
    throw e
  }
}
