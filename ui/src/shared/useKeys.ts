import { useEventListener } from '@vueuse/core'

import { useLetters } from './useLetters'

/** What each key does; a key is written as it is typed, with Ctrl+ before it where it is held. */
export type Keys = Record<string, () => void>

/** What is pressed goes into a field: letters into one that is typed in, arrows and the space bar into radio buttons, boxes and sliders. */
function typing(e: KeyboardEvent) {
  const on = e.target
  if (!(on instanceof HTMLElement)) return false
  if (on instanceof HTMLInputElement && /^(radio|checkbox|range)$/.test(on.type))
    return /^(Arrow|Page|Home$|End$| $)/.test(e.key)
  return on.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(on.tagName)
}

// Whether a menu lay open when the key was pressed: it closes by it before anybody else hears of it.
let covered = false
window.addEventListener('keydown', () => (covered = !!document.querySelector('.v-overlay--active')), { capture: true })

/** Listens for keys while its component lives. Keys never fire while typing in a field; Enter leaves buttons and links alone. */
export function useKeys(keys: Keys) {
  const letters = useLetters()
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (!letters.act.value && e.key.length === 1 && !e.ctrlKey) return
    if (typing(e) || e.altKey || e.metaKey) return
    if (document.querySelector('.v-overlay--active [role=dialog]') || (covered && e.key === 'Escape')) return
    const shift = e.shiftKey && e.key.length > 1 ? 'Shift+' : ''
    const name = (e.ctrlKey ? 'Ctrl+' : '') + shift + (e.ctrlKey ? e.key.toLowerCase() : e.key)
    const act = keys[name]
    if (!act) return
    if (e.key === 'Enter' && e.target instanceof HTMLElement && e.target.closest('button, a, [role=button]')) return
    e.preventDefault()
    act()
  })
}
