import { toValue, type MaybeRefOrGetter } from 'vue'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import { useNewest } from '../shared/useNewest'
import type { Effect, PlanEdit } from '../wire'
import { watchPaced } from '../shared/watchPaced'

/** Where another tablet was faster, that is told when this one saves, and what it holds is not lost. */
export function unlessMoved(e: unknown): null {
  if (e instanceof Refusal && e.problem.code === 'moved') return null
  throw e
}

/** What an edit would do to findings and finish, asked while it is being made; nothing while the edit is null. */
export function useEffectOf(edit: MaybeRefOrGetter<PlanEdit | null>) {
  const store = useBuild()
  const { value: effect, problem, ask, clear } = useNewest<Effect | null>()
  watchPaced(
    () => JSON.stringify([toValue(edit), store.build?.revision]),
    () => {
      const e = toValue(edit)
      const b = store.build
      if (e && b) void ask(() => api.tryEdit(b.slug, { revision: b.revision, edit: e }).catch(unlessMoved))
      else clear()
    },
    200,
    { immediate: true },
  )
  return { effect, problem }
}
