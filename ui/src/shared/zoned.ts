/** The wall clock of a time zone, as a date-time field writes it: "2027-03-11T20:40". */
export function toWall(iso: string | undefined, timeZone: string): string {
  if (!iso) return ''
  const parts = new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' }).format(
    new Date(iso),
  )
  return parts.replace(' ', 'T')
}

/**
 * The moment at which a time zone's wall clock shows that; undefined for an empty field. Undoes toWall. Where the field still shows the
 * moment that it was filled from, that one is returned, to the second.
 */
export function fromWall(wall: string, timeZone: string, was?: string): string | undefined {
  if (!wall) return undefined
  if (was && toWall(was, timeZone) === wall) return was
  let guess = Date.parse(`${wall}Z`)
  for (let i = 0; i < 3; i++) {
    const off = Date.parse(`${toWall(new Date(guess).toISOString(), timeZone)}Z`) - Date.parse(`${wall}Z`)
    if (off === 0) break
    guess -= off
  }
  return new Date(guess).toISOString().replace('.000Z', 'Z')
}
