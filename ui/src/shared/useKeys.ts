import { useEventListener } from '@vueuse/core'

/** What each key does; a key is written as it is typed, with Ctrl+ before it where it is held. */
export type Keys = Record<string, () => void>

const typing = (e: KeyboardEvent) =>
  e.target instanceof HTMLElement && (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName))

/** Listens for keys while its component lives. Keys never fire while typing in a field; Enter leaves buttons and links alone. */
export function useKeys(keys: Keys) {
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (typing(e) || e.altKey || e.metaKey) return
    if (document.querySelector('.v-overlay--active [role=dialog]')) return
    const shift = e.shiftKey && e.key.length > 1 ? 'Shift+' : ''
    const name = (e.ctrlKey ? 'Ctrl+' : '') + shift + (e.ctrlKey ? e.key.toLowerCase() : e.key)
    const act = keys[name]
    if (!act) return
    if (e.key === 'Enter' && e.target instanceof HTMLElement && e.target.closest('button, a, [role=button]')) return
    e.preventDefault()
    act()
  })
}
