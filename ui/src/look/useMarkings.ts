import { computed, ref, type Ref } from 'vue'

import type { LookMark, LookView, PlanEdit, Whole } from '../wire'

/** Which marking is chosen, and where it is dragged over the picture. Places are the engine's, in mm of a view. */
export function useMarkings(whole: Ref<Whole | null>, open: Ref<boolean>, edit: (e: PlanEdit) => unknown) {
  const chosen = ref('')
  const key = (m: LookMark) => `${m.step}/${m.decal}/${m.copy}`
  const mark = computed(() => whole.value?.markings.find((m) => key(m) === chosen.value))
  const drag = ref<{ dx: number; dy: number } | null>(null) // mm
  let from: { x: number; y: number; px: number } | null = null

  const viewOf = (m: LookMark) => whole.value?.views.find((v) => v.id === m.view)
  const middle = (m: LookMark, v: LookView) => ({
    x: v.x + (m.x_mm - v.low_x) * v.px_per_mm,
    y: v.y + (m.y_mm - v.low_y) * v.px_per_mm,
  })
  /** What is drawn over the picture, in the pixels that the views stand in. */
  const outlines = computed(() =>
    !open.value || !whole.value
      ? []
      : whole.value.markings.flatMap((m) => {
          const v = viewOf(m)
          if (!v) return []
          const at = middle(m, v)
          const own = key(m) === chosen.value
          const by = own && drag.value ? drag.value : { dx: 0, dy: 0 }
          return [
            {
              key: key(m),
              own,
              x: at.x + by.dx * v.px_per_mm,
              y: at.y + by.dy * v.px_per_mm,
              w: m.width_mm * v.px_per_mm,
              h: m.height_mm * v.px_per_mm,
              turn: m.turn_deg,
            },
          ]
        }),
  )
  function down(e: PointerEvent, box: DOMRect | undefined) {
    if (!open.value || !whole.value || !box || e.button !== 0) return
    const px = box.width / whole.value.width
    const [x, y] = [(e.clientX - box.left) / px, (e.clientY - box.top) / px]
    const near = outlines.value
      .filter((o) => Math.abs(o.x - x) < Math.max(o.w / 2, 12) && Math.abs(o.y - y) < Math.max(o.h / 2, 12))
      .sort((a, b) => Math.hypot(a.x - x, a.y - y) - Math.hypot(b.x - x, b.y - y))[0]
    if (!near) return
    chosen.value = near.key
    const v = mark.value && viewOf(mark.value)
    if (v) from = { x: e.clientX, y: e.clientY, px: px * v.px_per_mm }
  }
  function move(e: PointerEvent) {
    if (!from) return
    const [dx, dy] = [e.clientX - from.x, e.clientY - from.y]
    if (!drag.value && Math.hypot(dx, dy) < 5) return
    drag.value = { dx: dx / from.px, dy: dy / from.px }
  }
  async function up() {
    const [m, by] = [mark.value, drag.value]
    from = null
    if (m && by) {
      const to = {
        view: m.view as 'top',
        x_mm: m.x_mm + by.dx,
        y_mm: m.y_mm + by.dy,
        turn_deg: m.turn_deg,
        times: m.times,
      }
      await edit({ do: 'move-marking', of: m.step, marking: { decal: m.decal, copy: m.copy, to } })
    }
    drag.value = null
  }
  const leave = () => {
    from = null
    drag.value = null
    chosen.value = ''
  }
  return { chosen, drag, outlines, down, move, up, leave }
}
