import { computed, ref, watch, type Ref } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import { useAddress, useAsked } from '../shared/useAsked'
import { useNewest } from '../shared/useNewest'
import { watchPaced } from '../shared/watchPaced'
import type { CoatReady, CoatSpray, LastCoats } from '../wire'

/** What is asked about last coats, kept in the address, and what the engine answered. */
export function useLastCoat(slug: Ref<string>) {
  const store = useBuild()
  const { text, set } = useAddress()
  const zone = computed({ get: () => text('zone'), set: (v) => void set({ zone: v, at: '', key: '' }) })
  const at = computed({ get: () => text('at'), set: (v) => void set({ at: v }) })
  const key = computed({ get: () => text('key'), set: (v) => void set({ key: v }) })
  const wishes = computed({
    get: () => text('wish').split(',').filter(Boolean),
    set: (all: string[]) => void set({ wish: all.join(',') }),
  })
  const query = computed(() => {
    const q: Record<string, string> = {}
    if (zone.value) q.zone = zone.value
    if (at.value) q.at = at.value
    if (wishes.value.length) q.wish = wishes.value.join(',')
    return q
  })
  const {
    revision,
    answer: list,
    last,
  } = useAsked<LastCoats>(slug, query, () => api.lastCoats(slug.value, query.value))
  const chosen = computed(() => last.value?.coats.find((c) => c.key === key.value) ?? last.value?.coats[0])
  const stripOf = (k: string) =>
    api.lastCoatStrip(slug.value, { ...query.value, key: k, revision: String(revision.value) })

  // How the airbrush is set: what comes of it is asked as it is turned.
  const dials = ref<Record<string, string>>({})
  watch([() => chosen.value?.key, zone], () => (dials.value = {}))
  const spray = useNewest<CoatSpray>()
  watchPaced(
    [() => chosen.value?.key, dials, last],
    () => {
      const c = chosen.value
      if (!c?.sprayed) return spray.clear()
      void spray.ask(() => api.lastCoatSpray(slug.value, { ...query.value, ...dials.value, key: c.key }))
    },
    100,
    { immediate: true },
  )
  const ready = useNewest<CoatReady>() // when the whole build would be, which takes a little longer
  watchPaced(
    [() => chosen.value?.key, last],
    () => {
      const c = chosen.value
      if (!c) return ready.clear()
      void ready.ask(() => api.lastCoatReady(slug.value, { ...query.value, key: c.key }))
    },
    250,
    { immediate: true },
  )
  /** Takes the chosen coat into the route; set as the dials stand, if they were turned. */
  async function take() {
    const c = chosen.value
    if (!c?.edit.step) return
    const turned = Object.keys(dials.value).length > 0 // as the dials stand now, whatever was answered last
    const set = turned
      ? (await api.lastCoatSpray(slug.value, { ...query.value, ...dials.value, key: c.key })).setting
      : undefined
    await store.act({ ...c.edit, step: { ...c.edit.step, ...(set ? { spray: set } : {}) } })
  }
  return { zone, at, key, wishes, list, last, chosen, stripOf, dials, spray, ready, take }
}

export type LastCoat = ReturnType<typeof useLastCoat>
