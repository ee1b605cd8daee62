import { useStorage } from '@vueuse/core'
import { watchEffect } from 'vue'

/** Whether single letters act, and whether they are shown beside their buttons: this screen's own choice. */
export function useLetters() {
  const act = useStorage('inkysparrow.letters', true)
  const shown = useStorage('inkysparrow.letters.shown', false)
  watchEffect(() => document.documentElement.classList.toggle('letters-shown', shown.value && act.value))
  return { act, shown }
}
