import { onScopeDispose, ref, shallowRef, type Ref, type ShallowRef } from 'vue'

import { Refusal, within } from '../api'

/** An answer that is asked for again and again as what it hangs on changes. */
export interface Newest<T> {
  value: ShallowRef<T | null>
  problem: Ref<string> // why there is no answer
  busy: Ref<boolean>
  /** Asks; an earlier question that is still open is given up. Returns the answer, or null where it failed or a newer question came. */
  ask: (make: () => Promise<T>) => Promise<T | null>
  /** Gives the open question up and forgets the answer. */
  clear: () => void
}

/** Only the answer to the newest question is ever shown, whichever comes last. failed is told of each one that failed, in words. */
export function useNewest<T>(failed?: (words: string) => void): Newest<T> {
  const value = shallowRef<T | null>(null)
  const problem = ref('')
  const busy = ref(false)
  let open: AbortController | null = null
  onScopeDispose(() => open?.abort())

  async function ask(make: () => Promise<T>): Promise<T | null> {
    open?.abort()
    const mine = (open = new AbortController())
    busy.value = true
    try {
      const got = await within(mine.signal, make)
      if (mine !== open) return null
      problem.value = ''
      value.value = got
      return got
    } catch (e) {
      if (mine !== open) return null
      value.value = null
      problem.value = e instanceof Refusal ? e.message : String(e)
      if (problem.value) failed?.(problem.value)
      return null
    } finally {
      if (mine === open) busy.value = false
    }
  }

  function clear() {
    open?.abort()
    open = null
    value.value = null
    problem.value = ''
    busy.value = false
  }

  return { value, problem, busy, ask, clear }
}
