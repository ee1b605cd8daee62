import { useEventListener } from '@vueuse/core'
import { useRouter } from 'vue-router'

import { useBuild } from '../build/useBuild'
import { useKeys } from './useKeys'
import { useLetters } from './useLetters'

/** g and a letter goes to a place; the letter alone is whatever else it is. */
export function useGoing() {
  const router = useRouter()
  const store = useBuild()
  const letters = useLetters()
  let going = false
  const places: Record<string, string> = { b: 'bench', u: 'builds', s: 'shelf', k: 'workings', p: 'keeping' }
  const inBuild: Record<string, string> = {
    r: 'build',
    w: 'washes',
    f: 'last-coat',
    h: 'rescue',
    l: 'look',
    j: 'journal',
  } // places within the build that was opened last
  const waits = 1200 // ms for the letter after the g
  useKeys({
    g: () => {
      going = true
      window.setTimeout(() => (going = false), waits)
    },
  })
  useEventListener(
    window,
    'keydown',
    (e: KeyboardEvent) => {
      if (!going || !letters.act.value || e.ctrlKey || e.altKey || e.metaKey) return
      const name = places[e.key]
      const slug = store.build?.slug
      const to = name
        ? { name }
        : slug && inBuild[e.key]
          ? { name: inBuild[e.key], params: { slug }, query: { zone: store.zoneId } }
          : undefined
      if (!to) return
      going = false
      e.stopImmediatePropagation()
      e.preventDefault()
      void router.push(to)
    },
    { capture: true },
  )
}
