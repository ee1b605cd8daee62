import { watch } from 'vue'

import { useBuild } from './useBuild'

/** The build that a place is of: opened with it, and anew where the address names another one. */
export function useOpened(slug: () => string) {
  const store = useBuild()
  watch(
    slug,
    (is) => {
      if (store.build?.slug !== is) void store.open(is)
    },
    { immediate: true },
  )
  return store
}
