import { computed, ref, watch, type Ref } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import { useAddress } from '../shared/useAsked'
import { useNewest } from '../shared/useNewest'
import type { WashDate, WashDates, Washes, WashOne } from '../wire'

/** What is asked about washes, kept in the address, and what the engine answered. */
export function useWashes(slug: Ref<string>) {
  const store = useBuild()
  const { text, set } = useAddress()
  const field = (name: string) => computed({ get: () => text(name), set: (v: string) => set({ [name]: v }) })
  const zone = computed({ get: () => text('zone'), set: (v: string) => set({ zone: v, at: '' }) })
  const at = field('at')
  const cloth = field('with')
  const liquid = field('liquid')
  const wanted = field('wanted')
  const way = field('way')
  const stroke = field('stroke')
  const key = field('key')
  const wishes = computed({
    get: () => text('wish').split(',').filter(Boolean),
    set: (all: string[]) => set({ wish: all.join(',') }),
  })

  const query = computed(() => {
    const q: Record<string, string> = {}
    const all = {
      zone: zone.value,
      at: at.value,
      with: cloth.value,
      liquid: liquid.value,
      wanted: wanted.value,
      way: way.value,
      stroke: stroke.value,
    }
    for (const [k, v] of Object.entries(all)) if (v) q[k] = v
    if (wishes.value.length) q.wish = wishes.value.join(',')
    return q
  })

  const list = useNewest<Washes>()
  const dates = useNewest<WashDates>()
  const one = useNewest<WashOne>()
  const revision = computed(() => (store.build?.slug === slug.value ? store.build.revision : 0))
  const last = ref<Washes | null>(null) // stays on screen while the next one comes

  watch(
    [slug, query, revision],
    async () => {
      if (!revision.value) return
      const q = query.value
      const got = await list.ask(() => api.washes(slug.value, q))
      if (!got) return
      last.value = got
      void dates.ask(() => api.washDates(slug.value, q))
    },
    { immediate: true },
  )

  const chosen = computed(() => {
    const all = last.value?.washes ?? []
    return all.find((w) => w.key === key.value) ?? all[0]
  })
  /** The wash that the chosen one is set against: the one that was picked, else the first, or the second where it is the first itself. */
  const against = ref('')
  const rival = computed(() => {
    const all = last.value?.washes ?? []
    const picked = all.find((w) => w.key === against.value && w.key !== chosen.value?.key)
    if (picked) return picked
    return chosen.value?.rank === 1 ? all[1] : all[0]
  })
  watch(
    [() => chosen.value?.key, rival, last],
    () => {
      const c = chosen.value
      if (!c || !last.value) return
      void one.ask(() => api.washOne(slug.value, { ...query.value, key: c.key, than: rival.value?.key ?? '' }))
    },
    { immediate: true },
  )
  const readyOf = computed(() => new Map<string, WashDate>(dates.value.value?.dates.map((d) => [d.key, d]) ?? []))
  const stripOf = (k: string) => api.washStrip(slug.value, { ...query.value, key: k, revision: String(revision.value) })

  return {
    against,
    zone,
    at,
    cloth,
    liquid,
    wanted,
    way,
    stroke,
    key,
    wishes,
    query,
    list,
    last,
    dates,
    one,
    chosen,
    rival,
    readyOf,
    stripOf,
  }
}
