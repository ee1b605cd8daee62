import { computed, ref, watch, type Ref } from 'vue'

import { api } from '../api'
import { useAddress, useAsked } from '../shared/useAsked'
import type { Rescue } from '../wire'

/** What is seen on a zone, kept in the address, and what the engine makes of it. */
export function useRescue(slug: Ref<string>) {
  const { text, set } = useAddress()
  const names = ['zone', 'at', 'seen', 'symptom', 'where', 'since', 'look', 'rubs', 'tacky', 'answers'] as const
  const query = computed(() => Object.fromEntries(names.map((n) => [n, text(n)]).filter(([, v]) => v)))
  const { revision, answer: told, last } = useAsked<Rescue>(slug, query, () => api.rescue(slug.value, query.value))
  const toggle = (name: string, v: string) => set({ [name]: text(name) === v ? '' : v })
  const choose = (symptom: string) => set({ symptom, answers: '' })
  const answer = (test: string, is: 'yes' | 'no') =>
    set({ answers: [text('answers'), `${test}=${is}`].filter(Boolean).join(',') })
  const unanswer = (test: string) =>
    set({
      answers: text('answers')
        .split(',')
        .filter((a) => a && !a.startsWith(`${test}=`))
        .join(','),
    })
  const chosen = ref('') // the remedy that is looked at
  watch([() => last.value?.symptom, () => last.value?.zone], () => (chosen.value = ''))
  const way = computed(() => last.value?.ways.find((w) => w.remedy === chosen.value) ?? last.value?.ways[0])
  const picture = (symptom: string) => {
    const q = { zone: last.value?.zone ?? '', symptom, revision: String(revision.value) }
    return api.rescuePicture(slug.value, text('at') ? { ...q, at: text('at') } : q)
  }
  return { query, text, set, told, last, toggle, choose, answer, unanswer, chosen, way, picture }
}
