/// <reference lib="webworker" />
import { cleanupOutdatedCaches, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching'
import { openStore, sendWaiting } from './src/store'

declare const self: ServiceWorkerGlobalScope
/** Put in when it is built: every file of the page with its hash. */
declare const PAGE_FILES: PrecacheEntry[]

cleanupOutdatedCaches()
precacheAndRoute(PAGE_FILES)
self.addEventListener('install', () => void self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

type SyncEvent = ExtendableEvent & { tag: string }
// where the browser can: what was written offline goes out when the network is back, the page being closed
self.addEventListener('sync', (event) => {
  const { tag } = event as SyncEvent
  if (tag !== 'log') return
  ;(event as SyncEvent).waitUntil(
    (async () => {
      const store = await openStore()
      for (const token of await store.getAllKeys('links'))
        if ((await sendWaiting(store, token)) === 'later') throw new Error('later')
    })(),
  )
})
