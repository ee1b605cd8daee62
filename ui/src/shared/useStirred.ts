import { onBeforeUnmount, ref } from 'vue'

import { connected } from './useLive'

const stirs = ['pointermove', 'pointerdown', 'keydown']
const patience = 8000 // ms

/** Turns true once somebody stirs, or has looked for a while, and the server is there: what a page was opened for comes first. */
export function useStirred() {
  const stirred = ref(false)
  function come() {
    if (!connected.value) return // the next stir asks again
    stirred.value = true
    end()
  }
  function end() {
    window.clearTimeout(timer)
    for (const s of stirs) window.removeEventListener(s, come, true)
  }
  const timer = window.setTimeout(come, patience)
  for (const s of stirs) window.addEventListener(s, come, { capture: true, passive: true })
  onBeforeUnmount(end)
  return stirred
}
