import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api } from '../api'
import { useBuild } from '../build/useBuild'
import { useNewest } from '../shared/useNewest'
import type { LookAsked, LookZone, Whole } from '../wire'
import { watchPaced } from '../shared/watchPaced'

/** What is looked at, kept in the address, and what the engine says about it. */
export function useLook(
  slug: Ref<string>,
  size: { width: Ref<number>; height: Ref<number> },
  scale: Ref<number>, // px to a mm; 0 for what fits
) {
  const route = useRoute()
  const router = useRouter()
  const store = useBuild()
  const text = (name: string) => (typeof route.query[name] === 'string' ? String(route.query[name]) : '')
  const field = (name: string) =>
    computed({
      get: () => text(name),
      set: (v: string) => {
        const query = Object.fromEntries(Object.entries({ ...route.query, [name]: v }).filter(([, one]) => one))
        void router.replace({ query })
      },
    })
  const view = field('view')
  const light = field('light')
  const eye = field('eye') // empty for close, arm, squint
  const finished = field('finished')
  const shows = field('shows')
  const against = field('against')

  const whole = shallowRef<Whole | null>(null)
  const told = useNewest<Whole>()
  const minutes = computed(() => ({ arm: '1', squint: String(whole.value?.squint ?? 1) })[eye.value] ?? '')
  /** What the picture is asked for, but its moment and size. */
  const query = computed(() => {
    const all = {
      view: view.value,
      light: light.value,
      minutes: minutes.value,
      finished: finished.value,
      shows: shows.value,
      against: against.value,
    }
    return Object.fromEntries(Object.entries(all).filter(([, v]) => v))
  })
  const revision = computed(() => (store.build?.slug === slug.value ? store.build.revision : 0))
  const iso = (t: number) => new Date(t).toISOString().replace(/\.\d+/, '')
  const coarse = (px: number) => String(Math.max(120, Math.min(3000, Math.floor(px / 20) * 20)))
  const asking = computed(() => ({
    ...query.value,
    at: iso(store.at),
    ...(scale.value
      ? { px_per_mm: scale.value.toFixed(3) }
      : { width: coarse(size.width.value), most: coarse(size.height.value || 520) }),
  }))
  watchPaced(
    [slug, asking, revision],
    async () => {
      if (!revision.value || !store.at || (!scale.value && !size.width.value)) return // its size is known in a moment
      const got = await told.ask(() => api.whole(slug.value, asking.value))
      if (got) whole.value = got
    },
    120,
    { immediate: true },
  )

  const asked = useNewest<LookAsked>((words) => (beside.value = words))
  const beside = ref('')
  const spot = ref<{ of: string; x: number; y: number } | null>(null)
  const askedAt = (s: { of: string; x: number; y: number }) =>
    asked.ask(() => api.lookAsk(slug.value, { of: s.of, x: s.x.toFixed(2), y: s.y.toFixed(2), at: iso(store.at) }))
  /** Asks what lies at a place of the picture, given as shares of it. */
  async function ask(sx: number, sy: number): Promise<LookAsked | null> {
    const w = whole.value
    if (!w) return null
    const [x, y] = [sx * w.width, sy * w.height]
    const v = w.views.find((one) => x >= one.x && x < one.x + one.width && y >= one.y && y < one.y + one.height)
    beside.value = ''
    spot.value = null
    if (!v) {
      asked.clear()
      return null
    }
    const s = { of: v.id, x: v.low_x + (x - v.x) / v.px_per_mm, y: v.low_y + (y - v.y) / v.px_per_mm }
    const got = await askedAt(s)
    if (!got?.part) {
      beside.value = got?.words ?? beside.value
      asked.clear()
      return null
    }
    spot.value = s
    return got
  }
  /** Asks about a zone where it is seen, for who uses no pointer. */
  async function askZone(z: LookZone) {
    beside.value = ''
    const s = { of: z.of, x: z.x, y: z.y }
    spot.value = (await askedAt(s)) ? s : null
  }
  watch([() => store.at, revision], () => {
    if (spot.value && revision.value) void askedAt(spot.value)
  })

  return { view, light, eye, finished, shows, against, whole, told, query, revision, asked, beside, spot, ask, askZone }
}

export type Look = ReturnType<typeof useLook>
