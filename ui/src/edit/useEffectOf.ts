import { watchDebounced } from '@vueuse/core'
import { ref, shallowRef, toValue, type MaybeRefOrGetter } from 'vue'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import type { Effect, PlanEdit } from '../wire'

/** What an edit would do to findings and finish, asked while it is being made; nothing while the edit is null. */
export function useEffectOf(edit: MaybeRefOrGetter<PlanEdit | null>) {
  const store = useBuild()
  const effect = shallowRef<Effect | null>(null)
  const problem = ref('')
  let newest = 0
  watchDebounced(
    () => JSON.stringify([toValue(edit), store.build?.revision]),
    async () => {
      const e = toValue(edit)
      const b = store.build
      const mine = ++newest
      if (!e || !b) {
        effect.value = null
        problem.value = ''
        return
      }
      try {
        const got = await api.tryEdit(b.slug, { revision: b.revision, edit: e })
        if (mine === newest) [effect.value, problem.value] = [got, '']
      } catch (err) {
        // Another tablet was faster: that is told when this one saves, and what it holds is not lost.
        const moved = err instanceof Refusal && err.problem.code === 'moved'
        const words = err instanceof Refusal ? err.message : String(err)
        if (mine === newest) [effect.value, problem.value] = [null, moved ? '' : words]
      }
    },
    { debounce: 200, immediate: true },
  )
  return { effect, problem }
}
