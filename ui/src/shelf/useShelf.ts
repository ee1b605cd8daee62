import { shallowRef } from 'vue'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import type { PlanProduct, ShelfProduct } from '../wire'

/** The products of the shelf, for taking one into a plan; empty until they are there. */
export function useShelf() {
  const products = shallowRef<ShelfProduct[]>([])
  api
    .shelf()
    .then((s) => (products.value = s.products.map((p) => p.product).filter((p) => !p.used_up)), useBuild().tell)
  return products
}

/** A plan's own copy of a product of the shelf. */
export function copyOf(p: ShelfProduct): PlanProduct {
  const own = { ...p, shelf: p.id }
  delete own.stock_ml
  delete own.opened
  delete own.used_up
  delete own.note
  return own
}
