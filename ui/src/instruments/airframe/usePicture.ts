import { computed, onScopeDispose, ref, watch, type Ref } from 'vue'

import { picture, Refusal } from '../../api'

/**
 * The picture at an address, or what a question posted there is answered with, as an object URL that stays on screen until the next one is there. While one is fetched only
 * the newest wish is kept, so that a drag never queues up. An empty address, or an empty question, asks for nothing.
 */
export function usePicture(address: Ref<string>, question?: Ref<string>) {
  const src = ref('')
  const problem = ref('')
  const shown = ref('') // what src shows: its address, with the question
  let fetching = false
  let gone = false
  const wish = computed(() =>
    question && !question.value ? '' : address.value && address.value + (question?.value ?? ''),
  )

  async function fetchNewest() {
    if (fetching) return
    fetching = true
    while (!gone && wish.value && wish.value !== shown.value) {
      const asked = wish.value
      try {
        const next = URL.createObjectURL(await picture(address.value, question?.value))
        const old = src.value
        src.value = next
        problem.value = ''
        if (old) window.setTimeout(() => URL.revokeObjectURL(old), 1000)
      } catch (e) {
        problem.value = e instanceof Refusal ? e.message : String(e)
      }
      shown.value = asked
    }
    fetching = false
  }
  watch(wish, () => void fetchNewest(), { immediate: true })
  onScopeDispose(() => {
    gone = true
    if (src.value) URL.revokeObjectURL(src.value)
  })
  return { src, problem, shown }
}
