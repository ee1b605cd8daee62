import { computed, ref, watch, type Ref } from 'vue'

import { api, Refusal } from '../api'
import { useBuild } from '../build/useBuild'
import { useAddress } from '../shared/useAsked'
import { whileTold } from '../shared/useLive'
import type { Journal, Photo } from '../wire'
import { useWho } from './useWho'

const random = () =>
  Array.from(crypto.getRandomValues(new Uint8Array(8)), (b) => b.toString(16).padStart(2, '0')).join('')

const patience = 20 // tries

/** A build's journal, with photographs and notes that are added to it. */
export function useJournal(slug: Ref<string>) {
  const store = useBuild()
  const who = useWho()
  const { text, set } = useAddress()
  const journal = ref<Journal | null>(null)
  const problem = ref('')
  const bringing = ref<string[]>([]) // what is on its way, or why it did not come

  async function read() {
    try {
      journal.value = await api.journal(slug.value)
      problem.value = ''
    } catch (e) {
      problem.value = e instanceof Refusal ? e.message : String(e)
    }
  }
  watch([slug, () => store.build?.revision], read, { immediate: true })
  whileTold((e) => {
    if (['journal', 'everything', 'hello'].includes(e.what)) void read()
  })

  const photos = computed(() => journal.value?.days.flatMap((d) => d.photos) ?? [])
  const photo = computed(() => photos.value.find((p) => p.id === text('photo')))
  const choose = (p: Photo | undefined) => set({ photo: p && p.id !== text('photo') ? p.id : '' })

  /** Brings photographs one after the other; one that is refused is told and the others come. */
  async function bring(files: Iterable<File>) {
    for (const file of files) {
      const name = file.name || 'the photograph'
      bringing.value = [...bringing.value, `${name} is on its way`]
      let words = ''
      let kept: Photo | undefined
      const about = {
        id: random(),
        who: who.value,
        zone: journal.value?.step?.zone ?? '',
        step: journal.value?.step?.step ?? '',
      }
      for (let tries = 0; !kept && !words; tries++) {
        try {
          kept = await api.addPhoto(slug.value, file, about)
        } catch (e) {
          const busy = e instanceof Refusal && e.status === 503 && tries < patience // others are being read: it waits its turn
          if (busy) await new Promise((done) => window.setTimeout(done, 700))
          else words = `${name}: ${e instanceof Refusal ? e.message : 'it could not be sent.'}`
        }
      }
      bringing.value = [...bringing.value.filter((w) => !w.startsWith(name)), ...(words ? [words] : [])]
      await read()
      if (kept) await set({ photo: kept.id })
    }
  }
  async function note(words: string, id = random()) {
    try {
      const of = journal.value?.step
      journal.value = await api.note(slug.value, {
        id,
        words,
        zone: of?.zone ?? '',
        step: of?.step ?? '',
        who: who.value,
      })
      return true
    } catch (e) {
      store.tell(e)
      return false
    }
  }
  async function dropNote(id: string, dropped: boolean) {
    try {
      journal.value = await api.note(slug.value, { id, words: '', zone: '', step: '', who: '', dropped })
      return true
    } catch (e) {
      store.tell(e)
      return false
    }
  }
  return { journal, problem, bringing, photos, photo, choose, bring, note, dropNote, read, text, set }
}
