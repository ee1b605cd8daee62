import { computed, ref, watch, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { useBuild } from '../build/useBuild'
import { useNewest } from './useNewest'

/** What is asked stands in the address, so that it can be gone back to and shared. */
export function useAddress() {
  const route = useRoute()
  const router = useRouter()
  const text = (name: string) => (typeof route.query[name] === 'string' ? String(route.query[name]) : '')
  const set = (change: Record<string, string>) =>
    router.replace({
      query: Object.fromEntries(Object.entries({ ...route.query, ...change }).filter(([, v]) => v)),
    })
  return { text, set }
}

/** The engine's answer to what is asked of a build: asked anew when that or the build changes, the last one staying on screen meanwhile. */
export function useAsked<T>(slug: Ref<string>, query: Ref<unknown>, ask: () => Promise<T>) {
  const store = useBuild()
  const revision = computed(() => (store.build?.slug === slug.value ? store.build.revision : 0))
  const answer = useNewest<T>()
  const last = ref<T | null>(null) as Ref<T | null>
  watch(
    [slug, query, revision],
    async () => {
      if (!revision.value) return
      const got = await answer.ask(ask)
      if (got) last.value = got
    },
    { immediate: true },
  )
  return { revision, answer, last }
}
