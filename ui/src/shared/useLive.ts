import { onScopeDispose, ref } from 'vue'

import { events, passphrase, reached } from '../api'
import type { Event as Told } from '../wire'

const again = 1000 // ms between tries: whoever waits over an open form is told within two seconds
const patience = 2500 // ms without an answer before it is said
const own = document.querySelector('meta[name=page]')?.getAttribute('content') ?? ''

/** Whether the server answers. */
export const connected = ref(true)
/** The server has another page than this one. */
export const old = ref(false)
/** Why nothing can be changed; empty as usual. */
export const frozen = ref('')

const listeners = new Set<(e: Told) => void>()
let stream: EventSource | null = null
let since = 0 // when the stream was lost; 0 while it is there
let timer = 0

/** Calls heard with everything that changes on the server while a page is open, and with hello whenever the connection is there again. */
export function whenTold(heard: (e: Told) => void): () => void {
  listeners.add(heard)
  return () => listeners.delete(heard)
}

/** whenTold for as long as the component lives. */
export function whileTold(heard: (e: Told) => void) {
  onScopeDispose(whenTold(heard))
}

function lost() {
  since ||= Date.now()
  window.setTimeout(() => {
    if (since && !passphrase.value && Date.now() - since >= patience) connected.value = false
  }, patience + 50)
}

/** Listens to the server as long as the page is looked at. A page that nobody looks at holds no connection; it asks again when it is. */
function listen() {
  window.clearTimeout(timer)
  stream?.close()
  stream = null
  since = passphrase.value ? 0 : since // a locked server is there
  if (document.hidden || passphrase.value) return
  const mine = (stream = new EventSource(events))
  mine.onmessage = (m: MessageEvent<string>) => {
    const e = JSON.parse(m.data) as Told
    if (e.what === 'hello') {
      since = 0
      connected.value = true
      frozen.value = e.frozen ?? ''
      if (own && own !== '__PAGE__' && e.page && e.page !== own) old.value = true
    }
    for (const heard of listeners) heard(e)
  }
  mine.onerror = () => {
    lost()
    if (mine.readyState === EventSource.CLOSED) timer = window.setTimeout(listen, again) // it does not try again by itself
  }
}

/** Begins to listen; once for the whole page. */
export function beLive() {
  document.addEventListener('visibilitychange', listen)
  reached.on = (there) => {
    if (!there) {
      since ||= Date.now()
      connected.value = false
    } else if (since && stream?.readyState !== EventSource.OPEN) listen()
  }
  reached.open = listen
  listen()
}

const typing = () =>
  !!document.querySelector('[role=dialog], form') ||
  (document.activeElement instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(document.activeElement.tagName))

/** Reloads an old page when nothing is being typed, once for each page that the server has. */
export function reloadWhenIdle() {
  const tried = 'inkysparrow.reloaded'
  if (sessionStorage.getItem(tried) === own) return // it did not help
  const look = window.setInterval(() => {
    if (typing()) return
    window.clearInterval(look)
    sessionStorage.setItem(tried, own)
    location.reload()
  }, 1500)
}
