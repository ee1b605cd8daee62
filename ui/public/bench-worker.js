// Keeps the page itself for a reload without a connection, on tablets that trust the server's certificate. What the server says is never kept here: the bench keeps what it showed last by itself.
const kept = 'bench-1'
const most = 300 // files; the oldest go first

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (e) => e.waitUntil(self.clients.claim()))

async function keep(request, answer) {
  if (!answer.ok) return answer
  const cache = await caches.open(kept)
  await cache.put(request, answer.clone())
  const all = await cache.keys()
  for (const old of all.slice(0, Math.max(0, all.length - most))) await cache.delete(old)
  return answer
}

self.addEventListener('message', (e) => {
  if (!Array.isArray(e.data)) return
  e.waitUntil(
    (async () => {
      const cache = await caches.open(kept)
      for (const path of e.data)
        if (path === '/bench' || !(await cache.match(path)))
          await fetch(path).then(
            (r) => keep(path, r),
            () => undefined,
          )
    })(),
  )
})

self.addEventListener('fetch', (e) => {
  const at = new URL(e.request.url)
  if (e.request.method !== 'GET' || at.origin !== self.location.origin || at.pathname.startsWith('/api/')) return
  if (e.request.mode === 'navigate') {
    e.respondWith(fetch(e.request).catch(async () => (await caches.match('/bench')) ?? Response.error()))
    return
  }
  if (at.pathname.startsWith('/assets/'))
    e.respondWith(caches.match(at.pathname).then((have) => have ?? fetch(e.request).then((r) => keep(at.pathname, r))))
})
