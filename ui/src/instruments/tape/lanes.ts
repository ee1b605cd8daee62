import palette from '../../../palette.json'
import type { Step, Tape, Zone } from '../../wire'
import { tickets, wordWidth, type TapeScale } from './scale'

/** A step on its zone's lane: its ticket, how its film hardens after it, its tick and its window. All in px. */
export interface Ticket {
  step: Step
  x: number
  width: number
  parts: { x: number; width: number }[] // of its work: one, or its sittings
  word: string // where its word goes: 'in', 'beside' or 'none'
  trail: { x: number; width: number; id: string } | null
  ready: number | null
  window: { from: number; to: number } | null
}

export const ms = (t: string) => Date.parse(t)

const leastPart = 4 // px

/** The parts of a ticket that work is done in: its sittings, apart from each other. */
function partsOf(s: Step, x: number, width: number, scale: TapeScale) {
  if (!s.sittings) return [{ x, width }]
  return s.sittings.map((one, i, all) => {
    const from = i ? scale.x(ms(one.from)) : x
    const to = i < all.length - 1 ? scale.x(ms(one.to)) : x + width
    return { x: from, width: Math.max(leastPart, to - from) }
  })
}

/** The zone's tickets that the tape shows. */
export function laneOf(zone: Zone, tape: Tape, scale: TapeScale): Ticket[] {
  const shown = zone.steps.filter((s) => ms(s.end) > ms(tape.from) && ms(s.start) < ms(tape.to))
  const placed = tickets(
    shown.map((s) => ({ from: ms(s.start), to: ms(s.end), word: s.short })),
    scale,
  )
  return shown.map((s, i): Ticket => {
    const p = placed[i] ?? { x: 0, width: 0, word: 'none' }
    const next = placed[i + 1]?.x ?? scale.width
    const right = Math.min(next, s.trail ? scale.x(ms(s.trail.until)) : 0)
    const start = p.x + p.width
    const ready = scale.x(ms(s.ready))
    const opens = s.opens && s.closes ? scale.x(Math.min(ms(s.opens), ms(s.start))) : 0
    const parts = partsOf(s, p.x, p.width, scale)
    const closes = s.closes ? Math.min(scale.x(ms(s.closes)), next - 2, opens + 60) : 0
    return {
      step: s,
      x: p.x,
      width: p.width,
      parts,
      word: p.word === 'in' && (parts[0]?.width ?? 0) < wordWidth(s.short) ? 'none' : p.word,
      trail: right > start + 1 ? { x: start, width: right - start, id: `trail-${s.id}` } : null,
      ready: s.trail && ready > start && ready <= next ? ready : null,
      window: s.opens && closes > opens + 4 ? { from: opens, to: closes } : null,
    }
  })
}

/** Where parts wait for the steps that join them: from when a part can be touched, along its row, and over to the row of the join. */
export function waitsOf(zones: readonly Zone[], scale: TapeScale, middle: (row: number) => number) {
  return zones.flatMap((z, row) =>
    z.steps.flatMap((s) =>
      s.waits.map((w) => {
        const from = Math.max(0, scale.x(ms(w.from)))
        const to = scale.x(ms(s.start))
        const own = zones.findIndex((one) => one.id === w.zone)
        return {
          id: `${s.id}/${w.zone}`,
          path: `M${from} ${middle(own)}H${to - 6}V${middle(row) + (own > row ? 10 : -10)}`,
        }
      }),
    ),
  )
}

/** The colour of a step's ticket. */
export const ink = (s: Step) => s.colour ?? (s.kind === 'done' ? 'var(--soft)' : 'var(--raised)')

/** Black or white, whichever can be read on a paint: a matter of the screen, not of the trade. */
export function onInk(s: Step) {
  const hex = s.colour
  if (!hex) return 'var(--ink)'
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as [number, number, number]
  return r * 0.3 + g * 0.59 + b * 0.11 > 130 ? palette.day.ink : palette.day.lip
}
