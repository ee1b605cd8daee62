import { onScopeDispose, ref, watch, type Ref } from 'vue'

/**
 * The picture at an address, as an object URL that stays on screen until the next one is there. While one is fetched only the newest wish is kept, so that a drag never
 * queues up.
 */
export function usePicture(address: Ref<string>) {
  const src = ref('')
  const problem = ref('')
  const shown = ref('') // the address of what src shows
  let fetching = false
  let gone = false

  async function fetchNewest() {
    if (fetching) return
    fetching = true
    while (!gone && address.value && address.value !== shown.value) {
      const asked = address.value
      try {
        const response = await fetch(asked)
        if (!response.ok) {
          const said = (await response.json().catch(() => null)) as { problem?: string; plain?: string } | null
          problem.value = said?.plain || said?.problem || 'The picture could not be painted.'
        } else {
          const next = URL.createObjectURL(await response.blob())
          const old = src.value
          src.value = next
          problem.value = ''
          if (old) window.setTimeout(() => URL.revokeObjectURL(old), 1000)
        }
      } catch {
        problem.value = 'The server can’t be reached.'
      }
      shown.value = asked
    }
    fetching = false
  }
  watch(address, () => void fetchNewest(), { immediate: true })
  onScopeDispose(() => {
    gone = true
    if (src.value) URL.revokeObjectURL(src.value)
  })
  return { src, problem, shown }
}
