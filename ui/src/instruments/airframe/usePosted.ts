import { onScopeDispose, ref, watch, type Ref } from 'vue'

/** The picture that a question posted to an address is answered with; only the newest question is kept while one is under way. */
export function usePosted(address: string, question: Ref<string>) {
  const src = ref('')
  const problem = ref('')
  let asking = false
  let gone = false
  let answered = ''

  async function ask() {
    if (asking) return
    asking = true
    while (!gone && question.value && question.value !== answered) {
      const asked = question.value
      try {
        const response = await fetch(address, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: asked,
        })
        if (response.ok) {
          const next = URL.createObjectURL(await response.blob())
          if (src.value) URL.revokeObjectURL(src.value)
          src.value = next
          problem.value = ''
        } else {
          const said = (await response.json().catch(() => null)) as { problem?: string; plain?: string } | null
          problem.value = said?.plain || said?.problem || 'The picture could not be painted.'
        }
      } catch {
        problem.value = 'The server can’t be reached.'
      }
      answered = asked
    }
    asking = false
  }
  watch(question, () => void ask(), { immediate: true })
  onScopeDispose(() => {
    gone = true
    if (src.value) URL.revokeObjectURL(src.value)
  })
  return { src, problem }
}
