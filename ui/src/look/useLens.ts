import { computed, ref, type Ref } from 'vue'

import { useBuild } from '../build/useBuild'
import type { Look } from './useLook'

/** A magnifier that follows the pointer over a picture three times as large. size is that of the picture's holder: the picture is measured anew when it changes. */
export function useLens(
  slug: Ref<string>,
  look: Look,
  holder: Ref<HTMLElement | null>,
  size: { width: Ref<number>; height: Ref<number> },
) {
  const store = useBuild()
  const times = 3
  const radius = 110
  const magnified = ref(false)
  const lens = ref({ x: 0, y: 0, on: false })
  const picture = () => holder.value?.querySelector<HTMLImageElement>('.picture img')
  const box = computed(() => {
    void [size.width.value, size.height.value]
    return picture()?.getBoundingClientRect()
  })
  function follow(e: PointerEvent) {
    if (!magnified.value) return
    const img = picture()?.getBoundingClientRect()
    if (!img) return
    const x = (e.clientX - img.left) / img.width
    const y = (e.clientY - img.top) / img.height
    lens.value = { x, y, on: x >= 0 && x <= 1 && y >= 0 && y <= 1 }
  }
  const most = 3000 // px that are asked for
  const large = computed(() => {
    const build = store.build
    if (!magnified.value || !build || !store.at) return ''
    const side = (px: number) => String(Math.min(most, Math.floor((px * times) / 20) * 20))
    const q = new URLSearchParams({
      ...look.query.value,
      at: new Date(store.at).toISOString().replace(/\.\d+/, ''),
      width: side(box.value?.width ?? 900),
      most: side(box.value?.height ?? 500),
      revision: String(build.revision),
    })
    return `/api/builds/${encodeURIComponent(slug.value)}/look/picture?${q}`
  })
  const style = computed(() => {
    const b = box.value
    const shell = holder.value?.getBoundingClientRect()
    if (!b || !shell) return {}
    const [w, h] = [b.width * times, b.height * times]
    return {
      left: `${b.left - shell.left + lens.value.x * b.width - radius}px`,
      top: `${b.top - shell.top + lens.value.y * b.height - radius}px`,
      backgroundImage: `url("${large.value}"), url("${picture()?.getAttribute('src') ?? ''}")`, // the coarse one until the fine one is there
      backgroundSize: `${w}px ${h}px`,
      backgroundPosition: `${radius - lens.value.x * w}px ${radius - lens.value.y * h}px`,
    }
  })
  const turn = () => (magnified.value = !magnified.value)
  const leave = () => (lens.value.on = false)
  const seen = computed(() => magnified.value && lens.value.on)
  return { follow, leave, magnified, seen, style, turn }
}
