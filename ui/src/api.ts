import { ref } from 'vue'

import { useUnits } from './shared/useUnits'
import type {
  Cares,
  AskBrief,
  AskMix,
  AskRecipe,
  Bench,
  BenchPress,
  BenchStop,
  BriefSpot,
  Build,
  Builds,
  Calendar,
  Card,
  ChangePassphrase,
  Effect,
  Explain,
  Follow,
  Forget,
  Guide,
  History,
  ImportedShelf,
  ImportShelf,
  Keeping,
  LearnedPage,
  LookAsked,
  Stained,
  StainsEnough,
  StainsMore,
  LastCoats,
  CoatReady,
  CoatSpray,
  Rescue,
  Found,
  HandPage,
  Journal,
  KeptWays,
  NoteChange,
  Photo,
  PhotoChange,
  PhotoPage,
  PhotoReading,
  PlanSpotTold,
  TableDay,
  TouchUp,
  StainTold,
  Made,
  MakeEdit,
  MixAnswer,
  Moment,
  NewBuild,
  Next,
  PlanBrief,
  Pressed,
  Problem,
  RecipeOf,
  Restore,
  RoomAir,
  Said,
  SchoolCosts,
  Shelf,
  ShelfGood,
  ShelfHiding,
  ShelfProduct,
  Swatches,
  TakeFix,
  TellAir,
  Thinned,
  Tint,
  Trade,
  Turn,
  Verge,
  Verified,
  WashDates,
  Washes,
  WashOne,
  Ways,
  When,
  Whole,
  Worked,
  Workings,
} from './wire'

/** What the server refused, with its words for the reader. */
export class Refusal extends Error {
  constructor(
    readonly problem: Problem,
    readonly status: number,
  ) {
    super(problem.plain || (problem.place ? `${problem.place}: ${problem.problem}` : problem.problem))
  }
}

/** The address that tells what changes. */
export const events = '/api/events'

/** The passphrase is to be given before anything else. */
export const passphrase = ref(false)

/** What is told of every request: whether the server answered, and that the door is open. */
export const reached: { on: (there: boolean) => void; open: () => void } = { on: () => {}, open: () => {} }

// Requests that the user can call off, and whether one of them takes so long that it is said.
const soon = 300 // ms
const waits = new Set<AbortController>()
export const waited = ref(false)
export function cancelWaits() {
  for (const w of waits) w.abort()
}

let outer: AbortSignal | undefined // of whoever asks, while make runs
/** Runs make, whose requests end with signal. */
export function within<T>(signal: AbortSignal, make: () => Promise<T>): Promise<T> {
  outer = signal
  try {
    return make()
  } finally {
    outer = undefined
  }
}

/** How a request is made; of a quiet one nothing is said while it takes its time. */
interface How extends RequestInit {
  quiet?: boolean
}

const posted = (json: string): RequestInit => ({
  method: 'POST',
  headers: { 'Content-Type': 'application/json' },
  body: json,
})

export function ask<T>(path: string, body?: unknown, how: How = {}): Promise<T> {
  const request = body === undefined ? how : { ...posted(JSON.stringify(body)), ...how }
  return answered(`/api${path}`, request, async (r) => (await r.json()) as T)
}

/** A picture at an address, or in answer to a question that is posted there as JSON. */
export function picture(address: string, question?: string): Promise<Blob> {
  return answered(address, { ...(question === undefined ? {} : posted(question)), quiet: true }, (r) => r.blob())
}

async function answered<T>(path: string, how: How, read: (r: Response) => Promise<T>): Promise<T> {
  const { quiet, ...request } = how
  const stop = new AbortController()
  const given = outer
  const headers = { ...request.headers, 'X-Temperature': useUnits().temperature.value }
  if (!quiet) waits.add(stop)
  const late = quiet ? 0 : window.setTimeout(() => (waited.value = true), soon)
  const end = () => stop.abort()
  given?.addEventListener('abort', end)
  try {
    const response = await fetch(path, { ...request, headers, signal: stop.signal })
    reached.on(true)
    if (response.ok) return await read(response)
    const problem = (await response.json().catch(() => null)) as Problem | null
    if (problem?.code === 'locked' && path !== '/api/visit') passphrase.value = true
    throw new Refusal(
      problem ?? { problem: 'Something went wrong; nothing was changed.', code: 'failed' },
      response.status,
    )
  } catch (e) {
    if (e instanceof Refusal) throw e
    if (given?.aborted) throw new Refusal({ problem: '', code: 'failed' }, 0) // nobody waits for it
    if (stop.signal.aborted) throw new Refusal({ problem: 'Called off.', code: 'failed' }, 0)
    reached.on(false)
    throw new Refusal({ problem: 'Inky Sparrow does not answer. Nothing was changed.', code: 'failed' }, 0)
  } finally {
    window.clearTimeout(late)
    given?.removeEventListener('abort', end)
    waits.delete(stop)
    if (!waits.size) waited.value = false
  }
}

/** A part of a history: older than a revision, with words in it. */
export interface Page {
  before?: number
  words?: string
}
const pageOf = (p: Page) =>
  new URLSearchParams({ ...(p.before ? { before: String(p.before) } : {}), ...(p.words ? { words: p.words } : {}) })

const of = (slug: string) => `/builds/${encodeURIComponent(slug)}`

export const api = {
  /** With open, it is told whether the bench is the place to open. */
  builds: (open = false) => ask<Builds>(open ? '/builds?open=yes' : '/builds'),
  build: (slug: string) => ask<Build>(of(slug)),
  moment: (slug: string, at: number, zone: string, step: string) =>
    ask<Moment>(`${of(slug)}/moment?${new URLSearchParams({ at: new Date(at).toISOString(), zone, step })}`),
  ways: (slug: string, step: string, rule: string) =>
    ask<Ways>(`${of(slug)}/ways?${new URLSearchParams({ step, rule })}`, undefined, { quiet: true }),
  fix: (slug: string, fix: TakeFix) => ask<Build>(`${of(slug)}/fix`, fix),
  undo: (slug: string, turn: Turn) => ask<Build>(`${of(slug)}/undo`, turn),
  redo: (slug: string, turn: Turn) => ask<Build>(`${of(slug)}/redo`, turn),
  edit: (slug: string, edit: MakeEdit) => ask<Build>(`${of(slug)}/edit`, edit),
  tryEdit: (slug: string, edit: MakeEdit) => ask<Effect>(`${of(slug)}/edit`, { ...edit, try: true }),
  when: (q: Record<string, string>) => ask<When>(`/when?${new URLSearchParams(q)}`),
  card: (slug: string) => ask<Card>(`${of(slug)}/card`),
  /** With untried, what is offered is listed at once, before each is tried. */
  next: (slug: string, zone: string, untried = false) =>
    ask<Next>(`${of(slug)}/next?${new URLSearchParams({ zone, ...(untried ? { untried: 'yes' } : {}) })}`),
  bottles: (slug: string, edit: MakeEdit, untried = false) =>
    ask<Next>(`${of(slug)}/bottles${untried ? '?untried=yes' : ''}`, edit),
  briefTap: (question: AskBrief) => ask<BriefSpot>('/brief/tap', question),
  whole: (slug: string, q: Record<string, string>) => ask<Whole>(`${of(slug)}/look?${new URLSearchParams(q)}`),
  stainsMore: (slug: string) => ask<StainsMore>(`${of(slug)}/stains/more`),
  stainsEnough: (slug: string, q: Record<string, string>) =>
    ask<StainsEnough>(`${of(slug)}/stains/enough?${new URLSearchParams(q)}`),
  stains: (slug: string, q: Record<string, string>) => ask<Stained>(`${of(slug)}/stains?${new URLSearchParams(q)}`),
  stainPlan: (slug: string, q: Record<string, string>) =>
    ask<StainTold>(`${of(slug)}/stains/plan?${new URLSearchParams(q)}`),
  lookAsk: (slug: string, q: Record<string, string>) =>
    ask<LookAsked>(`${of(slug)}/look/ask?${new URLSearchParams(q)}`),
  washes: (slug: string, q: Record<string, string>) => ask<Washes>(`${of(slug)}/washes?${new URLSearchParams(q)}`),
  washDates: (slug: string, q: Record<string, string>) =>
    ask<WashDates>(`${of(slug)}/washes/dates?${new URLSearchParams(q)}`),
  washOne: (slug: string, q: Record<string, string>) =>
    ask<WashOne>(`${of(slug)}/washes/one?${new URLSearchParams(q)}`),
  /** The address of a strip that shows a wash before and after its wipe. */
  lastCoats: (slug: string, q: Record<string, string>) =>
    ask<LastCoats>(`${of(slug)}/lastcoat?${new URLSearchParams(q)}`),
  lastCoatReady: (slug: string, q: Record<string, string>) =>
    ask<CoatReady>(`${of(slug)}/lastcoat/ready?${new URLSearchParams(q)}`),
  lastCoatSpray: (slug: string, q: Record<string, string>) =>
    ask<CoatSpray>(`${of(slug)}/lastcoat/spray?${new URLSearchParams(q)}`),
  lastCoatStrip: (slug: string, q: Record<string, string>) =>
    `/api${of(slug)}/lastcoat/strip?${new URLSearchParams(q)}`,
  rescue: (slug: string, q: Record<string, string>) => ask<Rescue>(`${of(slug)}/rescue?${new URLSearchParams(q)}`),
  rescuePicture: (slug: string, q: Record<string, string>) =>
    `/api${of(slug)}/rescue/picture?${new URLSearchParams(q)}`,
  washStrip: (slug: string, q: Record<string, string>) => `/api${of(slug)}/washes/strip?${new URLSearchParams(q)}`,
  bench: (minutes: number) => ask<Bench>(`/bench${minutes ? `?minutes=${minutes}` : ''}`, undefined, { quiet: true }),
  roomAir: (slug: string) => ask<RoomAir>(`${of(slug)}/air`, undefined, { quiet: true }),
  tellAir: (slug: string, what: TellAir) => ask<RoomAir>(`${of(slug)}/air`, what),
  calendar: () => ask<Calendar>('/calendar', undefined, { quiet: true }),
  /** Ends the session here; what that moves is told. */
  benchStop: () => ask<BenchStop>('/bench/stop', {}),
  benchEmpty: (build: string, product: string) => ask<Bench>('/bench/empty', { build, product }),
  learned: () => ask<LearnedPage>('/learned', undefined, { quiet: true }),
  forget: (what: Forget) => ask<LearnedPage>('/learned/forget', what),
  bringSeen: (seen: unknown) => ask<LearnedPage>('/learned/file', seen),
  journal: (slug: string) => ask<Journal>(`/builds/${slug}/journal`),
  /** Searches the journals of all builds. */
  foundIn: (q: string) => ask<Found>(`/journal?${new URLSearchParams({ q })}`, undefined, { quiet: true }),
  note: (slug: string, note: NoteChange) => ask<Journal>(`/builds/${slug}/notes`, note),
  /** Brings a photograph as it is. */
  addPhoto: (slug: string, file: Blob, about: Record<string, string>) =>
    answered(
      `/api/builds/${slug}/photos?${new URLSearchParams(about)}`,
      { method: 'POST', headers: { 'Content-Type': file.type || 'application/octet-stream' }, body: file, quiet: true },
      async (r) => (await r.json()) as Photo,
    ),
  changePhoto: (slug: string, photo: string, change: PhotoChange) =>
    ask<Photo>(`/builds/${slug}/photos/${photo}`, change),
  photoPage: (slug: string, photo: string, view: string, reading: PhotoReading | null) =>
    ask<PhotoPage>(
      `/builds/${slug}/photos/${photo}?${new URLSearchParams({ view, ...(reading ? { reading: JSON.stringify(reading) } : {}) })}`,
      undefined,
      { quiet: true },
    ),
  photoSpot: (slug: string, photo: string, reading: PhotoReading, x: number, y: number) =>
    ask<PlanSpotTold>(
      `/builds/${slug}/photos/${photo}/spot?${new URLSearchParams({ reading: JSON.stringify(reading), at: `${x},${y}` })}`,
    ),
  /** The address of a photograph laid into its view. */
  photoLaid: (slug: string, photo: string, width: number, reading: PhotoReading | null) =>
    `/api/builds/${slug}/photos/${photo}/laid?${new URLSearchParams({ width: String(width), ...(reading ? { reading: JSON.stringify(reading) } : {}) })}`,
  picture: (hash: string, small = false) => `/api/pictures/${hash}${small ? '?small=yes' : ''}`,
  hand: () => ask<HandPage>('/hand'),
  decideHand: (trait: string, follow: boolean, forget = false) => ask<HandPage>('/hand', { trait, follow, forget }),
  touchUp: (slug: string) => ask<TouchUp>(`/builds/${slug}/touch-up`),
  table: () => ask<TableDay>('/table'),
  myWays: () => ask<KeptWays>('/my-ways'),
  press: (presses: BenchPress[]) => ask<Pressed>('/presses', { presses }, { quiet: true }),
  /** The address of a picture of a zone wiped too little, right or too much. */
  wiped: (build: string, step: string, how: string) =>
    `/api/bench/wiped/${how}?${new URLSearchParams({ build, step })}`,
  mix: (cup: AskMix) => ask<MixAnswer>('/mix', cup),
  recipe: (wanted: AskRecipe) => ask<RecipeOf>('/mix/recipe', wanted),
  benchSpoon: (build: string, step: string) => ask<Bench>('/bench/spoon', { build, step }),
  runClock: (pace: number) => ask<Builds>('/demo/clock', { pace }),
  setClock: (at: string) => ask<Builds>('/demo/clock', { at }),
  history: (slug: string, page: Page) => ask<History>(`${of(slug)}/history?${pageOf(page)}`),
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
  putShelf: (revision: number, product: ShelfProduct) => ask<Shelf>('/shelf', { revision, product }),
  removeShelf: (revision: number, id: string) => ask<Shelf>('/shelf/remove', { revision, id }),
  undoShelf: (turn: Turn) => ask<Shelf>('/shelf/undo', turn),
  redoShelf: (turn: Turn) => ask<Shelf>('/shelf/redo', turn),
  shelfHistory: (page: Page) => ask<History>(`/shelf/history?${pageOf(page)}`),
  cares: (slug: string) => ask<Cares>(`/builds/${slug}/care`),
  hiding: (product: string) => ask<ShelfHiding>(`/shelf/hiding?${new URLSearchParams({ product })}`),
  goodFor: (q: { way: string; over: string; days: string }) => ask<ShelfGood>(`/shelf/good?${new URLSearchParams(q)}`),
  follow: (below: string, above: string) => ask<Follow>(`/shelf/follow?${new URLSearchParams({ below, above })}`),
  importShelf: (file: ImportShelf) => ask<ImportedShelf>('/shelf/import', file),
  palette: (text: string) => ask<Swatches>('/shelf/palette', { text }),
  tint: (q: Record<string, string>) => ask<Tint>(`/colour?${new URLSearchParams(q)}`),
  trade: () => ask<Trade>('/trade'),
  worked: (q: Record<string, string>) => ask<Worked>(`/workings/worked?${new URLSearchParams(q)}`),
  workings: () => ask<Workings>('/workings'),
  reset: () => ask<Builds>('/demo/reset', {}),
  visit: (words: string) => ask<Said>('/visit', { passphrase: words }),
  leave: () => ask<Said>('/visit', undefined, { method: 'DELETE', headers: { 'Content-Type': 'application/json' } }),
  changePassphrase: (change: ChangePassphrase) => ask<Said>('/passphrase', change),
  keeping: () => ask<Keeping>('/keeping'),
  backUp: () => ask<Keeping>('/keeping/backups', {}),
  restoreBackup: (name: string) => ask<Keeping>('/keeping/restore', { name }),
  verify: () => ask<Verified>('/keeping/verify', {}),
  thin: (slug: string, days: number) => ask<Thinned>(`${of(slug)}/thin`, { days }),
  importEverything: (file: Blob, replace: boolean) =>
    ask<Said>(`/keeping/everything${replace ? '?replace=yes' : ''}`, undefined, {
      method: 'POST',
      headers: { 'Content-Type': 'application/zip' },
      body: file,
    }),
}
