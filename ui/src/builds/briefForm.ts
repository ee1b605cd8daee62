import type { useUnits } from '../shared/useUnits'
import { fromWall } from '../shared/zoned'
import type { PlanAirframe, PlanBrief, PlanFamily, PlanService, PlanSession, Scheme } from '../wire'
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
    start: null as string | null,
    wanted: null as string | null,
    temperature: '',
    humidity: '',
    timezone: here,
    sessions: [] as PlanSession[],
    zones: [] as ZoneForm[],
    schools: {} as Record<string, string>,
    service: {} as PlanService,
    ownLength: '', // the type's own, until another is typed
    type: '', // of the airframe; empty for none
    seed: 0,
    scheme: '',
    edge: 0, // how far the under colour goes up the side, in percent
    wave: 0, // how far that edge swings, in mm
    boarding: 'left',
  }
}

/** Answers the questions as is usual, before anybody has. */
export function fill(a: BriefForm, usual: PlanBrief, units: Units) {
  Object.assign(a, {
    scale: String(usual.scale ?? ''),
    span: String(usual.span_cm ?? ''),
    length: String(usual.length_cm ?? ''),
    temperature: String(units.degrees(usual.climate?.temperature_c ?? 0)),
    humidity: String(usual.climate?.humidity_pct ?? ''),
    sessions: (usual.sessions ?? []).map((one) => ({ days: [...one.days], from: one.from, to: one.to })),
    zones: usual.zones.map((z) => ({
      ...z,
      metal: false,
      colour: z.colour ?? '',
      painted: null,
      effects: [...z.effects],
    })),
  })
}

/** Lays a scheme's zones out in place of those that were there. */
export function lay(a: BriefForm, s: Scheme) {
  a.scheme = s.id
  a.edge = s.edge_pct
  a.wave = s.wave_mm
  a.zones = s.zones.map((z, i) => ({
    name: z.name,
    share: 0.1,
    paint: z.paint,
    family: z.family,
    metal: z.metal ?? false,
    ...(z.bright ? { bright: z.bright } : {}),
    colour: z.colour ?? '',
    painted: null,
    effects: [...z.effects],
    parts: [...(z.parts ?? [])],
    tones: i === 0 ? s.tones.map((t) => ({ ...t })) : [],
    edge: 'hard',
  }))
}

/** The answers, as the server takes them. */
export function briefOf(a: BriefForm, units: Units): PlanBrief {
  const start = a.start ?? ''
  const painted = (date: string) => {
    const noon = fromWall(`${date}T12:00`, a.timezone) ?? start
    return Date.parse(noon) > Date.parse(start) ? start : noon
  }
  return {
    name: a.name,
    ...(a.scale ? { scale: Number(a.scale) } : {}),
    start,
    ...(a.wanted ? { wanted: a.wanted } : {}),
    timezone: a.timezone,
    climate: { temperature_c: units.celsius(Number(a.temperature)), humidity_pct: Number(a.humidity) },
    sessions: a.sessions.map((one) => ({ days: [...one.days], from: one.from, to: one.to })),
    schools: { ...a.schools },
    service: Object.fromEntries(Object.entries(a.service).filter(([, v]) => v !== undefined)),
    span_cm: Number(a.span),
    length_cm: Number(a.length),
    ...(a.type ? { airframe: airframeOf(a) } : {}),
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
      ...(z.painted && start ? { painted: painted(z.painted) } : {}),
      effects: [...z.effects],
      ...(a.type && z.parts?.length ? { parts: [...z.parts] } : {}),
      ...(a.type && z.tones?.length
        ? { tones: z.tones.map((t) => ({ ...t })), edge: (z.edge ?? 'hard') as 'hard' }
        : {}),
    })),
  }
}

const airframeOf = (a: BriefForm): PlanAirframe => ({
  type: a.type as PlanAirframe['type'],
  ...(a.seed ? { seed: a.seed } : {}),
  ...(Number(a.span) ? { span_mm: Math.round(Number(a.span) * 10) } : {}),
  ...(Number(a.length) && a.length !== a.ownLength ? { length_mm: Math.round(Number(a.length) * 10) } : {}),
  ...(a.edge ? { edge_pct: a.edge } : {}),
  ...(a.wave ? { wave_mm: a.wave } : {}),
  boarding: a.boarding as 'left',
})
