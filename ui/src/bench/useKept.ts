import { onMounted, ref } from 'vue'

/** Keeps the page for a reload without a connection, where the browser allows it: on this machine, or where the server's certificate is trusted. */
export function useKept() {
  const possible = ref(window.isSecureContext && 'serviceWorker' in navigator)
  onMounted(async () => {
    if (!possible.value) return
    try {
      await navigator.serviceWorker.register('/bench-worker.js')
      const worker = (await navigator.serviceWorker.ready).active
      const files = performance
        .getEntriesByType('resource')
        .map((r) => new URL(r.name))
        .filter((u) => u.origin === location.origin && u.pathname.startsWith('/assets/'))
        .map((u) => u.pathname)
      worker?.postMessage(['/bench', ...new Set(files)])
    } catch {
      possible.value = false
    }
  })
  return { possible }
}
