/// <reference lib="webworker" />
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'

// The service worker: the application's own files, so that it opens without a line. What the server says is kept elsewhere
// (web/client/kept-answers.ts), where a person's leaving takes it away.

declare const self: ServiceWorkerGlobalScope
/** Written in at build: every file of this version. */
declare const __FILES__: { url: string; revision: string | null }[]

precacheAndRoute(__FILES__)
cleanupOutdatedCaches()
// What the server itself answers, a customer's paper too, is none of the application.
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//, /^\/given\//] }))

// A new version waits until whoever is here takes it: nothing changes under a hand.
self.addEventListener('message', ({ data }) => {
  if ((data as { type?: string } | null)?.type === 'SKIP_WAITING') void self.skipWaiting()
})
