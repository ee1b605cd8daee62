import { useStorage } from '@vueuse/core'

/** Who is at this screen, in a household or a club; empty where nobody says. Presses, notes and photographs carry it. */
export const useWho = () => useStorage('inkysparrow.who', '')
