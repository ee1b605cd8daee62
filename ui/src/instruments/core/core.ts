import type { Film } from '../../wire'

/** A film as it is drawn: y and height in px. */
export interface Cut {
  film: Film
  y: number
  height: number
}

const least = 36 // room for a film's name and figures
const plastic = 1200

/** Stacks films from the top down over about room px, the thickness of each on a log scale, none too thin for its label. */
export function cuts(films: readonly Film[], top: number, room: number): Cut[] {
  const shares = films.map((f) => (f.thickness_um >= plastic ? 1 : 0.7 + Math.log10(1 + f.thickness_um)))
  const per =
    room /
    Math.max(
      1,
      shares.reduce((a, b) => a + b, 0),
    )
  let y = top
  return films.map((film, i) => {
    const needs = film.bitten ? 72 : least
    const height = Math.min(130, Math.max(needs, (shares[i] ?? 1) * per))
    const cut = { film, y, height }
    y += height
    return cut
  })
}

/** The upper edge of a film tells its sheen: smooth for gloss, waves for satin, teeth for flat. */
export function edge(sheen: string, x: number, y: number, width: number): string {
  const tooth: Record<string, number> = { gloss: 0, 'semi-gloss': 0.8, satin: 1.6, flat: 3 }
  const rise = tooth[sheen] ?? 0
  if (rise === 0) return `M${x} ${y}h${width}`
  const pitch = 6
  const n = Math.floor(width / pitch)
  const step = rise > 2 ? `l${pitch / 2} ${-rise}l${pitch / 2} ${rise}` : `q${pitch / 2} ${-2 * rise} ${pitch} 0`
  return `M${x} ${y}${step.repeat(n)}h${width - n * pitch}`
}

/** The ragged hole that a bite leaves: from top down to depth px, over share of the width. */
export function bite(x: number, y: number, width: number, depth: number, share: number): string {
  const across = Math.max(0.18, Math.min(1, share)) * width * 0.8
  const left = x + (width - across) / 2
  const teeth = [0, 0.08, 0.05, 0.2, 0.34, 0.44, 0.56, 0.7, 0.82, 0.96, 1]
  const deep = [0, 0.3, 0.62, 0.74, 1, 0.7, 0.92, 0.52, 0.6, 0.2, 0]
  return (
    teeth
      .map((t, i) => `${i ? 'L' : 'M'}${(left + across * t).toFixed(1)} ${(y + depth * (deep[i] ?? 0)).toFixed(1)}`)
      .join('') + 'z'
  )
}
