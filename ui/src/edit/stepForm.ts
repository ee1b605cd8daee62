import type { PlanDo, PlanGround, PlanStep, PlanStroke, PlanWith, Technique } from '../wire'

/** What the id of a product begins with that is taken from the shelf and not in the plan yet. */
export const fromShelf = 'shelf:'

/** A step as fields to type into: figures as text, moments as the clock on the wall shows them. */
export type StepForm = ReturnType<typeof stepForm>

export function stepForm(step: PlanStep | undefined) {
  return {
    do: (step?.do ?? null) as PlanDo | null,
    product: step?.product ?? null,
    coats: step?.coats ? String(step.coats) : '',
    thickness: step?.thickness_um ? String(step.thickness_um) : '',
    area: step?.area_pct ? String(step.area_pct) : '',
    line: step?.line_mm ? String(step.line_mm) : '',
    edge: (step?.edge ?? 'hard') as string,
    laying: (step?.laying ?? '') as string,
    drying: (step?.drying ?? '') as string,
    decals: (step?.decals ?? []).map((d) => ({
      name: d.name,
      width: String(d.width_mm),
      height: String(d.height_mm),
      over: (d.over ?? 'smooth') as string,
      count: String(d.count ?? 1),
      painted: Boolean(d.painted),
      film: d.film_um ? String(d.film_um) : '',
    })),
    joins: [...(step?.joins ?? [])],
    of: step?.of ?? null,
    with: step?.with ?? 'dry',
    stroke: step?.stroke ?? 'airflow',
    liquid: step?.liquid,
    at: step?.at ?? (null as string | null),
    note: step?.note ?? '',
  }
}

/** The step that the fields describe, of a kind of work; was is the step before it was changed. */
export function stepOf(form: StepForm, t: Technique, do_: PlanDo, was?: PlanStep): PlanStep {
  const s: PlanStep = { id: was?.id ?? 'new', do: do_ }
  if (t.kinds.length && form.product && !form.product.startsWith(fromShelf)) s.product = form.product
  if (t.coats && form.coats) s.coats = Number(form.coats)
  if (t.coats && form.thickness) s.thickness_um = Number(form.thickness)
  if (t.covers_pct && form.area && Number(form.area) !== t.covers_pct) s.area_pct = Number(form.area)
  if (was?.spray && was.do === do_) s.spray = was.spray
  if (t.shades_mm && form.line) s.line_mm = Number(form.line)
  if (t.sprays && form.laying) s.laying = form.laying as PlanStep['laying']
  if (t.blown && form.drying) s.drying = form.drying as PlanStep['drying']
  if (t.tape && form.edge !== 'hard') s.edge = form.edge as PlanStep['edge']
  if (t.joins && form.joins.length) s.joins = [...form.joins]
  if (t.decals && form.decals.length)
    s.decals = form.decals.map((d) => ({
      name: d.name,
      width_mm: Number(d.width),
      height_mm: Number(d.height),
      ...(d.over !== 'smooth' ? { over: d.over as PlanGround } : {}),
      ...(Number(d.count) > 1 ? { count: Number(d.count) } : {}),
      ...(d.film ? { film_um: Number(d.film) } : {}),
      ...(d.painted ? { painted: true } : {}),
    }))
  if (t.wipe) {
    if (form.of) s.of = form.of
    s.with = form.with as PlanWith
    s.stroke = form.stroke as PlanStroke
    if (form.liquid && form.with !== 'dry') s.liquid = form.liquid
  }
  if (form.at) s.at = form.at
  if (was?.done) s.done = was.done
  if (was?.started) s.started = was.started
  if (was?.not_before && !form.at) s.not_before = was.not_before
  if (was?.turn && !form.at) s.turn = was.turn
  if (form.note) s.note = form.note
  return s
}
