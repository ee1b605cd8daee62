/** A stretch of the tape: a session, drawn wide, or the waiting between two, folded narrow. Moments are ms since 1970. */
export interface Fold {
  from: number
  to: number
  x: number
  width: number
  session: boolean
  label: string
}

export interface Lit {
  from: number
  to: number
  label: string
}

export interface TapeScale {
  folds: Fold[]
  width: number
  /** Where a moment lies, in px from the tape's left edge; clamped to the tape. */
  x(moment: number): number
  /** The moment at a place: the inverse of x. */
  moment(x: number): number
}

const hour = 3_600_000

/** By how much the keys move a moment or a ticket, in ms. */
export const quarter = hour / 4

// How wide a stretch is drawn, in shares: a session by its hours, but a Saturday no more than two evenings; waiting much narrower.
const weight = (span: { from: number; to: number }, session: boolean) => {
  const hours = (span.to - span.from) / hour
  return session ? Math.max(1.5, Math.min(5.5, hours)) : Math.min(1.2, 0.35 + hours / 60)
}

/** Lays the sessions and the folds between them out over width px, at least perHour px for an hour of session. */
export function tapeScale(from: number, to: number, sessions: readonly Lit[], width: number, perHour = 13): TapeScale {
  const spans: { from: number; to: number; session: boolean; label: string }[] = []
  let t = from
  for (const s of sessions) {
    if (s.from > t) spans.push({ from: t, to: s.from, session: false, label: '' })
    spans.push({ from: Math.max(t, s.from), to: s.to, session: true, label: s.label })
    t = Math.max(t, s.to)
  }
  if (t < to) spans.push({ from: t, to, session: false, label: '' })
  const total = spans.reduce((sum, s) => sum + weight(s, s.session), 0) || 1
  const share = Math.max(perHour, width / total)
  let x = 0
  const folds = spans.map((s) => {
    const fold = { ...s, x, width: weight(s, s.session) * share }
    x += fold.width
    return fold
  })
  return {
    folds,
    width: x,
    x(moment) {
      const f = folds.find((one) => moment < one.to) ?? folds.at(-1)
      if (!f) return 0
      const part = (moment - f.from) / (f.to - f.from)
      return f.x + f.width * Math.max(0, Math.min(1, part))
    },
    moment(at) {
      const f = folds.find((one) => at < one.x + one.width) ?? folds.at(-1)
      if (!f) return from
      return f.from + (f.to - f.from) * Math.max(0, Math.min(1, (at - f.x) / f.width))
    },
  }
}

/** A ticket as it is placed on its row. */
export interface Placed {
  x: number
  width: number
  /** Where the word goes: inside the ticket, beside it on the trail, or nowhere. */
  word: 'in' | 'beside' | 'none'
}

const perLetter = 7
const least = 13

/** How wide a ticket is that its word goes into, px. */
export const wordWidth = (word: string) => word.length * perLetter + 8

/** Places a row's tickets so that they never overlap and their words never overrun: a word that has no room is left out. */
export function tickets(spans: readonly { from: number; to: number; word: string }[], scale: TapeScale): Placed[] {
  let free = -Infinity
  const placed = spans.map((s) => {
    const x = Math.max(scale.x(s.from), free)
    const width = Math.max(least, scale.x(s.to) - x)
    free = x + width + 1
    return { x, width }
  })
  return placed.map((p, i) => {
    const need = wordWidth(spans[i]?.word ?? '')
    const until = placed[i + 1]?.x ?? scale.width
    const word = need <= p.width ? 'in' : p.x + p.width + need <= until ? 'beside' : 'none'
    return { ...p, word }
  })
}

const step = 5 * 60_000
const catches = 9 // px

/**
 * The start nearest to t at which work of that length can begin within a session: to five minutes, at a session's start where that is near. With
 * onwards, a start between sessions goes to the next one; else to whichever is nearer.
 */
export function snap(scale: TapeScale, t: number, length: number, onwards?: boolean): number {
  const open = scale.folds.filter((f) => f.session)
  const inside = open.find((f) => t >= f.from && t < f.to)
  const last = (f: Fold) => Math.max(f.from, f.to - length)
  if (inside) {
    const near = Math.abs(scale.x(t) - scale.x(inside.from)) < catches && onwards === undefined
    return near ? inside.from : Math.min(last(inside), Math.round(t / step) * step)
  }
  const before = open.findLast((f) => f.to <= t)
  const after = open.find((f) => f.from > t)
  if (!before || !after) return after?.from ?? (before ? last(before) : t)
  const forward = onwards ?? scale.x(after.from) - scale.x(t) < scale.x(t) - scale.x(before.to)
  return forward ? after.from : last(before)
}
