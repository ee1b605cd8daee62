/** A stream of numbers in 0..1 that is the same for the same seed, so that the same plan draws the same picture. */
export function seeded(seed: string): () => number {
  let h = 2166136261
  for (const c of seed) h = Math.imul(h ^ c.charCodeAt(0), 16777619)
  return () => {
    h = Math.imul(h ^ (h >>> 15), 2246822507) + 0x9e3779b9
    h ^= h >>> 13
    return (h >>> 0) / 4294967296
  }
}

export interface Speck {
  x: number
  y: number
  r: number
}

/** n specks over a field, by seed. */
export function specks(
  seed: string,
  n: number,
  width: number,
  height: number,
  smallest: number,
  largest: number,
): Speck[] {
  const next = seeded(seed)
  return Array.from({ length: n }, () => ({
    x: next() * width,
    y: next() * height,
    r: smallest + next() * next() * (largest - smallest),
  }))
}
