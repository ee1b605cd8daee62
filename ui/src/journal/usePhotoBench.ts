import { computed, reactive, ref, watch } from 'vue'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import { useNewest } from '../shared/useNewest'
import type { Photo, PhotoLandmark, PhotoPage, PhotoPair, PhotoReading, PlanSpotTold } from '../wire'

/** A photograph as an instrument: where its places are, what tells its light, and what was measured. */
export function usePhotoBench(slug: string, photo: Photo) {
  const store = useBuild()
  const reading = reactive<PhotoReading>(
    photo.reading
      ? (JSON.parse(JSON.stringify(photo.reading)) as PhotoReading)
      : { view: 'top', pairs: [], light: '', x: 0, y: 0, known: '', raking: false },
  )
  const kept = ref(JSON.stringify(photo.reading ?? null))
  const changed = computed(() => reading.pairs.length >= 4 && JSON.stringify(reading) !== kept.value)
  const asked = useNewest<PhotoPage>()
  const page = ref<PhotoPage | null>(null)
  const problem = ref('')
  let wait = 0
  async function ask() {
    try {
      const got = await asked.ask(() => api.photoPage(slug, photo.id, reading.view, reading))
      if (got) page.value = got
      problem.value = asked.problem.value
    } catch (e) {
      problem.value = e instanceof Refusal ? e.message : String(e)
    }
  }
  watch(
    [() => JSON.stringify(reading), () => store.build?.revision],
    () => {
      window.clearTimeout(wait)
      wait = window.setTimeout(() => void ask(), page.value ? 250 : 0) // a pin that is dragged is asked about when it rests
    },
    { immediate: true },
  )

  const of = (l: PhotoLandmark) => reading.pairs.findIndex((p) => p.x_mm === l.x_mm && p.y_mm === l.y_mm)
  const landmarks = computed(() => page.value?.landmarks ?? [])
  /** The place that is to be tapped next; undefined once all are. */
  const next = computed(() => landmarks.value.find((l) => of(l) < 0))
  function tap(x: number, y: number) {
    if (next.value) reading.pairs.push({ x, y, x_mm: next.value.x_mm, y_mm: next.value.y_mm })
  }
  const named = (p: PhotoPair) =>
    landmarks.value.find((l) => l.x_mm === p.x_mm && l.y_mm === p.y_mm)?.words ?? 'a place of the view'
  function view(v: PhotoReading['view']) {
    if (v === reading.view) return
    reading.view = v
    reading.pairs = []
  }
  const told = ref<PlanSpotTold | null>(null)
  async function spot(x: number, y: number) {
    try {
      told.value = await api.photoSpot(slug, photo.id, reading, Math.round(x), Math.round(y))
    } catch (e) {
      told.value = null
      store.tell(e)
    }
  }
  async function keep() {
    try {
      const got = await api.changePhoto(slug, photo.id, {
        reading: JSON.parse(JSON.stringify(reading)) as PhotoReading,
      })
      kept.value = JSON.stringify(reading)
      store.said = 'The measurement is kept.'
      return got
    } catch (e) {
      store.tell(e)
      return undefined
    }
  }
  return { reading, page, problem, landmarks, next, tap, named, view, told, spot, keep, changed }
}
