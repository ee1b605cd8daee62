import { shallowRef } from 'vue'

import { api } from '../api'
import type { Trade } from '../wire'

const trade = shallowRef<Trade | null>(null)
let asking: Promise<Trade> | null = null

/** The tables of the trade, read once: what a step can be, which families and liquids there are. */
export function useTrade() {
  if (!trade.value) {
    asking ??= api.trade()
    void asking.then(
      (t) => (trade.value = t),
      () => (asking = null),
    )
  }
  return trade
}
