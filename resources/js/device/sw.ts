/// <reference lib="webworker" />
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { ExpirationPlugin } from 'workbox-expiration';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst } from 'workbox-strategies';
import type { WorkboxPlugin } from 'workbox-core/types.js';

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: { url: string; revision: string | null }[] };

void self.skipWaiting();
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();

/** One page for every view: from the server while it answers, else as it was taken along. */
registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      try {
        return await fetch(request);
      } catch {
        return (await matchPrecache('/')) ?? Response.error();
      }
    },
    { denylist: [/^\/api\//, /^\/metrics$/, /^\/up$/] },
  ),
);

/** The rules: fetched once. Their names change with their content; those of versions long gone are dropped. */
registerRoute(
  ({ url }) => url.origin === self.location.origin && url.pathname.startsWith('/build/assets/'),
  new CacheFirst({ cacheName: 'diastoma-rules', plugins: [new ExpirationPlugin({ maxEntries: 8 }) as WorkboxPlugin] }),
);
