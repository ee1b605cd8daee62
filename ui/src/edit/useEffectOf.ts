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
    () => JSON.stringify(toValue(edit)),
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
        if (mine === newest) [effect.value, problem.value] = [null, err instanceof Refusal ? err.message : String(err)]
      }
    },
    { debounce: 200, immediate: true },
  )
  return { effect, problem }
}
