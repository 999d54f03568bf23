/**
 * The shell without a connection. The interface is kept whole when it is installed; of what the server answered, the last
 * answer is kept for the few questions without which an episode cannot be opened. Everything else says that there is no
 * connection. What a person saw goes from here when the account changes.
 */
import { createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { NetworkFirst } from 'workbox-strategies'

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: { url: string; revision: string | null }[] }

/** Answers that an episode, Bench and the band stand on. */
const kept = /^\/api\/(?:session|people|bench|gear|policies|types|episodes\/[0-9a-f-]+)$/
const cacheName = 'answers'

precacheAndRoute(self.__WB_MANIFEST)
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }))
registerRoute(
  ({ url, request }) => request.method === 'GET' && kept.test(url.pathname),
  new NetworkFirst({ cacheName, networkTimeoutSeconds: 6 }),
)

self.addEventListener('install', () => void self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
self.addEventListener('message', (event) => {
  if (event.data === 'forget') event.waitUntil(caches.delete(cacheName))
})
