import type { useUnits } from '../shared/useUnits'
import type { PlanCare, PlanClimate, PlanFile, PlanService, PlanSession, PlanSettings } from '../wire'

type Units = ReturnType<typeof useUnits>

/** What a plan says of its build, its room and its evenings, as fields to type into: times as the clock on the wall shows them. */
export type SettingsForm = ReturnType<typeof settingsForm>

export function settingsForm(file: PlanFile | undefined, units: Units, usual: PlanClimate) {
  const room = file?.climate ?? usual
  const night = room.night ?? usual.night
  return {
    name: file?.build.name ?? '',
    scale: String(file?.build.scale ?? ''),
    start: (file?.build.start ?? null) as string | null,
    laidFrom: file?.build.laid_from,
    wanted: (file?.build.wanted ?? null) as string | null,
    matters: file?.build.matters ?? 1,
    note: file?.build.note ?? '',
    by: file?.build.by ?? '',
    finished: file?.build.finished,
    way: file?.build.way,
    care: (file?.build.care ?? 'usual') as PlanCare,
    waiting: (file?.build.waiting ?? null) as number | null, // null: as usual
    temperature: String(units.degrees(room.temperature_c)),
    humidity: String(room.humidity_pct),
    atNight: Boolean(file?.climate?.night),
    nightTemperature: String(units.degrees(night?.temperature_c ?? room.temperature_c)),
    nightHumidity: String(night?.humidity_pct ?? room.humidity_pct),
    nightFrom: night?.from ?? '',
    nightTo: night?.to ?? '',
    spells: (file?.climate?.spells ?? []).map((x) => ({
      from: x.from as string | null,
      to: x.to as string | null,
      temperature: String(units.degrees(x.temperature_c)),
      humidity: String(x.humidity_pct),
    })),
    timezone: file?.timezone ?? 'UTC',
    sessions: (file?.sessions ?? []).map((one): PlanSession => ({ ...one, days: [...one.days] })),
    airbrushes: (file?.airbrushes ?? []).map((x) => ({ name: x.name, for: [...(x.for ?? [])] })),
    racks: file?.racks ? String(file.racks) : '',
    exceptions: (file?.exceptions ?? []).map((x) => ({
      date: x.date as string | null,
      from: x.from ?? '',
      to: x.to ?? '',
      note: x.note ?? '',
      hands: x.hands ?? 1,
    })),
    schools: { ...(file?.schools ?? {}) } as Record<string, string>,
    service: { ...(file?.service ?? {}) } as PlanService,
  }
}

/** The settings that the fields stand for. */
export function settingsOf(f: SettingsForm, units: Units): PlanSettings {
  const night = f.atNight
    ? {
        temperature_c: units.celsius(Number(f.nightTemperature)),
        humidity_pct: Number(f.nightHumidity),
        from: f.nightFrom,
        to: f.nightTo,
      }
    : undefined
  const service = Object.fromEntries(
    Object.entries(f.service).filter(([, v]) => v !== null && v !== undefined),
  ) as PlanService
  return {
    build: {
      name: f.name,
      start: f.start ?? '',
      ...(f.laidFrom ? { laid_from: f.laidFrom } : {}),
      ...(f.scale ? { scale: Number(f.scale) } : {}),
      ...(f.wanted ? { wanted: f.wanted } : {}),
      ...(f.matters > 1 ? { matters: f.matters } : {}),
      ...(f.note ? { note: f.note } : {}),
      ...(f.by ? { by: f.by } : {}),
      ...(f.finished ? { finished: f.finished } : {}),
      ...(f.way ? { way: f.way } : {}),
      ...(f.care !== 'usual' ? { care: f.care } : {}),
      ...(f.waiting ? { waiting: f.waiting } : {}),
    },
    climate: {
      temperature_c: units.celsius(Number(f.temperature)),
      humidity_pct: Number(f.humidity),
      ...(night ? { night } : {}),
      ...(f.spells.length
        ? {
            spells: f.spells.map((x) => ({
              from: x.from ?? '',
              to: x.to ?? '',
              temperature_c: units.celsius(Number(x.temperature)),
              humidity_pct: Number(x.humidity),
            })),
          }
        : {}),
    },
    sessions: f.sessions,
    airbrushes: f.airbrushes,
    ...(Number(f.racks) ? { racks: Number(f.racks) } : {}),
    exceptions: f.exceptions.map((x) => ({
      date: x.date ?? '',
      ...(x.from ? { from: x.from, to: x.to, ...(x.hands > 1 ? { hands: x.hands } : {}) } : {}),
      ...(x.note ? { note: x.note } : {}),
    })),
    timezone: f.timezone,
    schools: { ...f.schools },
    ...(Object.keys(service).length ? { service } : {}),
  }
}
