const day = { weekday: 'short', day: 'numeric', month: 'short' } as const
const hour = { hour: '2-digit', minute: '2-digit' } as const
const forms = {
  clock: { ...day, ...hour }, // Thu 11 Mar, 20:40
  full: { ...day, year: 'numeric', ...hour },
  near: { weekday: 'short', day: 'numeric', ...hour },
  brief: { weekday: 'short', ...hour },
  hour,
  day,
  dated: { ...day, year: 'numeric' },
  date: { day: 'numeric', month: 'short', year: 'numeric' },
  stamp: { dateStyle: 'medium', timeStyle: 'short' },
} satisfies Record<string, Intl.DateTimeFormatOptions>

/** Writes a moment, or a day such as 2027-03-11, as the whole page writes it; in the build's own time zone where one is given. What the server says comes in words of its own. */
export function say(t: string | number, form: keyof typeof forms, timeZone?: string): string {
  const date = typeof t === 'string' && t.length === 10
  const words = new Date(date ? `${t}T12:00:00Z` : t).toLocaleString('en-GB', {
    ...forms[form],
    timeZone: date ? 'UTC' : timeZone,
  })
  return words.replace(/^(\w+), (?=\d)/, '$1 ') // the comma that comes with a year
}

/** The day of a moment, such as 2027-03-11. */
export const dateOf = (t: number, timeZone: string) => new Date(t).toLocaleDateString('sv-SE', { timeZone })
