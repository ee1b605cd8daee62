import { computed, reactive, ref, type Ref } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import { useTrade } from '../edit/useTrade'
import { useNewest } from '../shared/useNewest'
import { watchPaced } from '../shared/watchPaced'
import type { Shelf, ShelfGood } from '../wire'

/** What is shown of the shelf: a search, a kind, what it is good for over what. */
export function useShelfFilter(shelf: Ref<Shelf | null>) {
  const store = useBuild()
  const trade = useTrade()
  const search = ref('')
  const kind = ref('')
  const good = reactive({ way: '', over: 'waterborne-acrylic', days: '2' })
  const fit = useNewest<ShelfGood>((words) => (store.said = words))
  const goodIds = computed(() => (fit.value.value ? new Set(fit.value.value.ids) : null))
  watchPaced(
    () => ({ ...good }),
    (q) => {
      if (q.way) void fit.ask(() => api.goodFor(q))
      else fit.clear()
    },
    150,
  )
  const ages = computed(() => (trade.value?.film_ages ?? []).map((x) => ({ value: x.id, title: x.words })))
  const kinds = computed(() => [
    { value: '', title: 'all' },
    ...(trade.value?.kinds.map((k) => ({ value: k, title: k })) ?? []),
  ])
  const ways = computed(() => [
    { value: '', title: 'anything' },
    ...(shelf.value?.ways.map((w) => ({ value: w.id, title: `being ${w.words}` })) ?? []),
  ])
  const families = computed(
    () => trade.value?.families.filter((f) => !f.loose).map((f) => ({ value: f.id, title: `over ${f.name}` })) ?? [],
  )
  const shown = computed(() => {
    const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
    return (shelf.value?.products ?? []).filter((p) => {
      const text = `${p.product.name} ${p.family} ${p.product.kind} ${p.liquids} ${p.product.note ?? ''}`.toLowerCase()
      return (
        words.every((w) => text.includes(w)) &&
        (!kind.value || p.product.kind === kind.value) &&
        (!goodIds.value || goodIds.value.has(p.product.id))
      )
    })
  })
  return { search, kind, good, ages, kinds, ways, families, shown }
}
