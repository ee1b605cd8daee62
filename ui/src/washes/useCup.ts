import { computed, ref, shallowRef, watch } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import { useTrade } from '../edit/useTrade'
import type { PlanCup, PlanPour, PlanProduct, Shelf, ShelfProduct, Wash } from '../wire'

/** A line of the cup, as it is typed. */
export interface Row {
  what: string // "p:" and a product's id, or "l:" and a liquid's
  amount: number
  unit: string
  left: number // % of the bottle
  unstirred: boolean
  diameter: number // of a strip, mm
}

/** What is poured into a cup: its lines, and what there is to pour. It begins with the recipe of a mix, else with a wash as it comes. */
export function useCup(props: { job: PlanCup; wash: Wash; cup: PlanCup | undefined }) {
  const store = useBuild()
  const trade = useTrade()
  const shelf = shallowRef<Shelf | null>(null)
  api.shelf().then(
    (s) => (shelf.value = s),
    (e: unknown) => store.tell(e),
  )
  const kinds = ['paint', 'primer', 'metal', 'wash', 'oil', 'pigment']
  /** A product of the shelf as a plan has it. */
  function plain(p: PlanProduct & Partial<ShelfProduct>): PlanProduct {
    const { stock_ml, opened, used_up, note, ...own } = p
    return own
  }
  const products = computed(() => {
    const all = new Map<string, PlanProduct>()
    for (const p of store.build?.plan.products ?? []) all.set(p.id, p)
    const copied = new Set([...all.values()].map((p) => p.shelf))
    for (const s of shelf.value?.products ?? [])
      if (!copied.has(s.product.id) && !all.has(s.product.id)) all.set(s.product.id, plain(s.product))
    return [...all.values()].filter((p) => kinds.includes(p.kind)).sort((a, b) => a.name.localeCompare(b.name))
  })
  const own = (id: string) => products.value.find((p) => p.id === id)
  const liquids = computed(() => [...(trade.value?.liquids ?? []), { id: 'dish-soap', words: 'dish soap' }])
  const measures = computed(() => [
    ...(trade.value?.measures ?? []),
    { id: 'strip_mm', words: 'mm of a strip' },
    { id: 'grams', words: 'grams' },
  ])

  const rows = ref<Row[]>([])
  const rowOf = (p: PlanPour): Row => {
    const unit = ['ml', 'drops', 'parts', 'peas', 'smears', 'loads', 'strip_mm', 'grams'].find(
      (u) => p[u as keyof PlanPour],
    )
    return {
      what: p.product ? `p:${p.product}` : `l:${p.liquid ?? ''}`,
      amount: Number(p[(unit ?? 'drops') as keyof PlanPour] ?? 1),
      unit: unit ?? 'drops',
      left: p.left_pct ?? 100,
      unstirred: !!p.unstirred,
      diameter: p.strip_diameter_mm ?? 5,
    }
  }
  function pourOf(r: Row): PlanPour {
    const p: Record<string, unknown> = { [r.unit]: r.amount }
    if (r.unit === 'strip_mm') p.strip_diameter_mm = r.diameter
    if (r.what.startsWith('p:')) {
      p.product = r.what.slice(2)
      if (r.left < 100) p.left_pct = r.left
      if (r.unstirred) p.unstirred = true
    } else p.liquid = r.what.slice(2)
    return p as PlanPour
  }
  function begin() {
    const from = props.cup?.pour
    if (from?.length) {
      rows.value = from.map(rowOf)
      return
    }
    const id = props.wash.kind === 'bottle' ? props.wash.key.replace('bottle:', '') : products.value[0]?.id
    rows.value = id ? [{ what: `p:${id}`, amount: 10, unit: 'drops', left: 100, unstirred: false, diameter: 5 }] : []
  }
  watch([() => props.cup, () => props.wash.key, () => products.value.length], begin, { immediate: true })

  /** A cup for the zone with pours, and the products that they name. */
  const cupOf = (pour: PlanPour[]): PlanCup =>
    ({
      ...props.job,
      pour,
      products: pour
        .flatMap((p) => (p.product ? (own(p.product) ?? []) : []))
        .filter((p, i, all) => all.indexOf(p) === i),
    }) as PlanCup
  return { cupOf, liquids, measures, own, pourOf, products, rowOf, rows, shelf }
}
