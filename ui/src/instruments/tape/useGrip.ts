import type { Ref } from 'vue'

import type { Zone } from '../../wire'
import { ms, type Ticket } from './lanes'
import { quarter, snap, type TapeScale } from './scale'

/** A ticket that is being carried to another time or another zone. */
export interface Carried {
  step: string
  zone: string // whose lane it is over
  at: number // when it would begin
}

interface Grip {
  step: string
  zone: string
  x: number
  y: number
  off: number // from the ticket's left edge
  length: number // of the work, ms
  moved: boolean
}

/** What the tape gives to who carries its tickets, and is told. */
interface On {
  props: { zones: readonly Zone[]; step: string; carried: Carried | null }
  rows: Ref<Ticket[][]>
  scale: Ref<TapeScale>
  surface: Ref<SVGSVGElement | null>
  rowHeight: Ref<number>
  edge: number
  sessionAfter: (t: number) => number
  sessionBefore: (t: number) => number
  carried: (c: Carried | null) => void
  dropped: () => void
  chosen: (id: string) => void
}

/** A ticket is carried: by a mouse at once, by a finger when it was chosen before, so that the tape can still be pushed, and by keys. */
export function useGrip(on: On) {
  let grip: Grip | null = null
  function take(e: PointerEvent, row: number, pressed: string) {
    const id = meant(e, row, pressed)
    const t = on.rows.value[row]?.find((one) => one.step.id === id)
    const z = on.props.zones[row]
    if (!t || !z || e.button !== 0) return
    if (t.step.kind === 'done' || (e.pointerType === 'touch' && id !== on.props.step)) return
    const left = on.surface.value?.getBoundingClientRect().left ?? 0
    const length = ms(t.step.end) - ms(t.step.start)
    grip = { step: id, zone: z.id, x: e.clientX, y: e.clientY, off: e.clientX - left - t.x, length, moved: false }
    ;(e.currentTarget as Element).setPointerCapture(e.pointerId)
  }
  function carry(e: PointerEvent) {
    if (!grip || !on.surface.value) return
    if (!grip.moved && Math.hypot(e.clientX - grip.x, e.clientY - grip.y) < 6) return
    grip.moved = true
    const box = on.surface.value.getBoundingClientRect()
    const row = Math.floor((e.clientY - box.top - on.edge) / on.rowHeight.value)
    const over = on.props.zones[Math.max(0, Math.min(on.props.zones.length - 1, row))]
    const at = snap(on.scale.value, on.scale.value.moment(e.clientX - box.left - grip.off), grip.length)
    on.carried({ step: grip.step, zone: over?.id ?? grip.zone, at })
  }
  function release(e: PointerEvent, row: number, id: string) {
    const was = grip
    grip = null
    if (was?.moved) on.dropped()
    else on.chosen(meant(e, row, id))
  }
  function cancel() {
    grip = null
    on.carried(null)
  }

  /** The chosen one lies on top: it is the one that a finger may pull. */
  const chosenLast = (row: Ticket[]) =>
    row.toSorted((one, other) => Number(one.step.id === on.props.step) - Number(other.step.id === on.props.step))

  /** Under a finger several tickets may lie: the nearest is meant, and the rows of the route reach each. */
  function meant(e: PointerEvent, row: number, id: string) {
    if (e.pointerType !== 'touch') return id
    const x = e.clientX - (on.surface.value?.getBoundingClientRect().left ?? 0)
    const off = (t: { x: number; width: number }) =>
      Math.max(t.x - x, x - t.x - t.width, 0) + Math.abs(t.x + t.width / 2 - x) / 1000
    const near = [...(on.rows.value[row] ?? [])].sort((one, other) => off(one) - off(other))[0]
    return near?.step.id ?? id
  }

  /** The chosen ticket is carried by keys as well. */
  function ticketKey(e: KeyboardEvent, row: number, id: string) {
    const t = on.rows.value[row]?.find((one) => one.step.id === id)
    const z = on.props.zones[row]
    if (!t || !z) return
    const is = on.props.carried ?? { step: id, zone: z.id, at: ms(t.step.start) }
    const length = ms(t.step.end) - ms(t.step.start)
    const place = on.props.zones.findIndex((one) => one.id === is.zone)
    const to = (at: number) => on.carried({ ...is, at: snap(on.scale.value, at, length, at > is.at) })
    const over = (by: number) => on.carried({ ...is, zone: on.props.zones[place + by]?.id ?? is.zone })
    const acts: Record<string, () => void> = {
      ArrowRight: () => to(is.at + quarter),
      ArrowLeft: () => to(is.at - quarter),
      PageUp: () => to(on.sessionAfter(is.at)),
      PageDown: () => to(on.sessionBefore(is.at)),
      ArrowDown: () => over(1),
      ArrowUp: () => over(-1),
      Enter: () => (on.props.carried ? on.dropped() : on.chosen(id)),
      Escape: () => on.carried(null),
    }
    const act = acts[e.key]
    if (!act || (t.step.kind === 'done' && e.key !== 'Enter') || e.shiftKey || e.ctrlKey) return
    e.preventDefault()
    e.stopPropagation()
    act()
  }

  return { take, carry, release, cancel, ticketKey, chosenLast }
}
