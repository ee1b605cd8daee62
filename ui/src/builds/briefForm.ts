import type { useUnits } from '../shared/useUnits'
import { fromWall, toWall } from '../shared/zoned'
import type { PlanBrief, PlanFamily, PlanService } from '../wire'
import type { ZoneForm } from './BriefZoneFields.vue'

type Units = ReturnType<typeof useUnits>

/** The questions for a new build, as fields to type into. */
export type BriefForm = ReturnType<typeof briefForm>

export function briefForm(here: string) {
  return {
    name: '',
    scale: '',
    span: '',
    length: '',
    start: toWall(new Date().toISOString(), here),
    wanted: '',
    temperature: '',
    humidity: '',
    timezone: here,
    weekDays: [] as readonly string[],
    weekFrom: '',
    weekTo: '',
    saturday: true,
    satDays: [] as readonly string[],
    satFrom: '',
    satTo: '',
    zones: [] as ZoneForm[],
    schools: {} as Record<string, string>,
    service: {} as PlanService,
  }
}

/** Answers the questions as is usual, before anybody has. */
export function fill(a: BriefForm, usual: PlanBrief, units: Units) {
  const [week, weekend] = usual.sessions ?? []
  Object.assign(a, {
    scale: String(usual.scale ?? ''),
    span: String(usual.span_cm ?? ''),
    length: String(usual.length_cm ?? ''),
    temperature: String(units.degrees(usual.climate?.temperature_c ?? 0)),
    humidity: String(usual.climate?.humidity_pct ?? ''),
    weekDays: week?.days ?? [],
    weekFrom: week?.from ?? '',
    weekTo: week?.to ?? '',
    satDays: weekend?.days ?? [],
    satFrom: weekend?.from ?? '',
    satTo: weekend?.to ?? '',
    zones: usual.zones.map((z) => ({
      ...z,
      metal: false,
      colour: z.colour ?? '',
      age: 'todo',
      effects: [...z.effects],
    })),
  })
}

/** The answers, as the server takes them. */
export function briefOf(a: BriefForm, units: Units): PlanBrief {
  const start = fromWall(a.start, a.timezone) ?? ''
  return {
    name: a.name,
    ...(a.scale ? { scale: Number(a.scale) } : {}),
    start,
    ...(a.wanted ? { wanted: a.wanted } : {}),
    timezone: a.timezone,
    climate: { temperature_c: units.celsius(Number(a.temperature)), humidity_pct: Number(a.humidity) },
    sessions: [
      { days: a.weekDays as never, from: a.weekFrom, to: a.weekTo },
      ...(a.saturday ? [{ days: a.satDays as never, from: a.satFrom, to: a.satTo }] : []),
    ],
    schools: { ...a.schools },
    service: Object.fromEntries(Object.entries(a.service).filter(([, v]) => v !== undefined)),
    span_cm: Number(a.span),
    length_cm: Number(a.length),
    zones: a.zones.map((z) => ({
      name: z.name,
      share: z.share,
      ...(z.area ? { area_cm2: Number(z.area) } : {}),
      paint: z.paint,
      family: z.family as PlanFamily,
      ...(z.metal ? { metal: true } : {}),
      ...(z.apart ? { apart: true } : {}),
      ...(z.shelf ? { shelf: z.shelf } : {}),
      ...(z.metal && z.bright ? { bright: z.bright as 'dull' } : {}),
      colour: z.colour,
      ...(z.age === 'todo' || !start
        ? {}
        : { painted: new Date(Date.parse(start) - Number(z.age) * 86_400_000).toISOString().replace('.000Z', 'Z') }),
      effects: [...z.effects],
    })),
  }
}
