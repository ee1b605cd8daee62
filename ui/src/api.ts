import { useUnits } from './shared/useUnits'
import type {
  Build,
  Builds,
  Effect,
  Explain,
  Follow,
  Guide,
  History,
  ImportedShelf,
  ImportShelf,
  Made,
  MakeEdit,
  Moment,
  NewBuild,
  PlanBrief,
  Problem,
  Restore,
  SchoolCosts,
  Shelf,
  ShelfGood,
  ShelfProduct,
  Swatches,
  TakeFix,
  Tint,
  Trade,
  Turn,
  Verge,
  Ways,
  Workings,
} from './wire'

/** What the server refused, with its words for the reader. */
export class Refusal extends Error {
  constructor(
    readonly problem: Problem,
    readonly status: number,
  ) {
    super(problem.place ? `${problem.place}: ${problem.problem}` : problem.problem)
  }
}

async function ask<T>(path: string, body?: unknown): Promise<T> {
  const headers: Record<string, string> = { 'X-Temperature': useUnits().temperature.value }
  const request: RequestInit =
    body === undefined
      ? { headers }
      : { method: 'POST', headers: { ...headers, 'Content-Type': 'application/json' }, body: JSON.stringify(body) }
  let response: Response
  try {
    response = await fetch(`/api${path}`, request)
  } catch {
    throw new Refusal({ problem: 'Inky Sparrow does not answer. Is it still running?', code: 'failed' }, 0)
  }
  if (!response.ok) {
    const problem = (await response.json().catch(() => null)) as Problem | null
    throw new Refusal(
      problem ?? { problem: 'Something went wrong; nothing was changed.', code: 'failed' },
      response.status,
    )
  }
  return (await response.json()) as T
}

const of = (slug: string) => `/builds/${encodeURIComponent(slug)}`

export const api = {
  builds: () => ask<Builds>('/builds'),
  build: (slug: string) => ask<Build>(of(slug)),
  moment: (slug: string, at: number, zone: string, step: string) =>
    ask<Moment>(`${of(slug)}/moment?${new URLSearchParams({ at: new Date(at).toISOString(), zone, step })}`),
  ways: (slug: string, step: string, rule: string) =>
    ask<Ways>(`${of(slug)}/ways?${new URLSearchParams({ step, rule })}`),
  fix: (slug: string, fix: TakeFix) => ask<Build>(`${of(slug)}/fix`, fix),
  undo: (slug: string, turn: Turn) => ask<Build>(`${of(slug)}/undo`, turn),
  redo: (slug: string, turn: Turn) => ask<Build>(`${of(slug)}/redo`, turn),
  edit: (slug: string, edit: MakeEdit) => ask<Build>(`${of(slug)}/edit`, edit),
  tryEdit: (slug: string, edit: MakeEdit) => ask<Effect>(`${of(slug)}/edit`, { ...edit, try: true }),
  history: (slug: string) => ask<History>(`${of(slug)}/history`),
  revision: (slug: string, id: number) => ask<Build>(`${of(slug)}/revisions/${id}`),
  restore: (slug: string, restore: Restore) => ask<Build>(`${of(slug)}/restore`, restore),
  make: (build: NewBuild) => ask<Made>('/builds', build),
  schoolCosts: (answers: PlanBrief) => ask<SchoolCosts>('/schools', { answers }),
  away: (slug: string, away: boolean) => ask<Builds>(`${of(slug)}/away`, { away }),
  explain: (slug: string, step = '') => ask<Explain>(`${of(slug)}/explain?${new URLSearchParams({ step })}`),
  guide: (slug: string, step: string, set?: Record<string, number>) =>
    ask<Guide>(
      `${of(slug)}/guide?${new URLSearchParams({ step, ...Object.fromEntries(Object.entries(set ?? {}).map(([k, v]) => [k, String(v)])) })}`,
    ),
  whatIf: (slug: string, step: string, q: Record<string, number>) =>
    ask<Verge>(
      `${of(slug)}/whatif?${new URLSearchParams({ step, ...Object.fromEntries(Object.entries(q).map(([k, v]) => [k, String(v)])) })}`,
    ),
  shelf: () => ask<Shelf>('/shelf'),
  putShelf: (product: ShelfProduct) => ask<Shelf>('/shelf', { product }),
  removeShelf: (id: string) => ask<Shelf>('/shelf/remove', { id }),
  goodFor: (q: { way: string; over: string; days: string }) => ask<ShelfGood>(`/shelf/good?${new URLSearchParams(q)}`),
  follow: (below: string, above: string) => ask<Follow>(`/shelf/follow?${new URLSearchParams({ below, above })}`),
  importShelf: (file: ImportShelf) => ask<ImportedShelf>('/shelf/import', file),
  palette: (text: string) => ask<Swatches>('/shelf/palette', { text }),
  tint: (q: Record<string, string>) => ask<Tint>(`/colour?${new URLSearchParams(q)}`),
  trade: () => ask<Trade>('/trade'),
  workings: () => ask<Workings>('/workings'),
  reset: () => ask<Builds>('/demo/reset', {}),
}
