/// <reference lib="webworker" />
import { clientsClaim } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';

declare const self: ServiceWorkerGlobalScope;

/**
 * Opens the app without a network: its files from the browser's store, figures as they were last
 * seen on this device, with the time they are of. Answers are one person's and end with the
 * session.
 */
const ANSWERS = 'answers';
const API = '/api/';
/** What says nothing without the server, or is nobody's to keep. */
const NEVER_KEPT = /\/(events|sessions|tokens|accounts|feeds|imports|mail|public)(\/|$)/;
const MOST_ANSWERS = 400;

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
clientsClaim();

registerRoute(
  new NavigationRoute(
    async ({ request }) => {
      try {
        return await fetch(request);
      } catch (error) {
        const page = await matchPrecache('/index.html');
        if (!page) throw error;
        return page;
      }
    },
    // Files that are saved come from the server alone.
    { denylist: [/^\/api\//] },
  ),
);

registerRoute(
  ({ url, sameOrigin, request }) =>
    sameOrigin &&
    request.mode !== 'navigate' &&
    url.pathname.startsWith(API) &&
    !NEVER_KEPT.test(url.pathname),
  new NetworkFirst({
    cacheName: ANSWERS,
    plugins: [
      new ExpirationPlugin({ maxEntries: MOST_ANSWERS, purgeOnQuotaError: true }),
      {
        // One answer an address, the newest, whatever language it is in: an old one in the language
        // chosen now would have old figures.
        cacheKeyWillBeUsed: ({ request }) => Promise.resolve(request.url),
        fetchDidSucceed: async ({ response }) => {
          if (response.status === 401) await caches.delete(ANSWERS);
          return response;
        },
        cacheWillUpdate: ({ response }) =>
          Promise.resolve(
            response.status === 200 &&
              response.headers.get('content-type')?.includes('json') === true
              ? response
              : null,
          ),
        cachedResponseWillBeUsed: ({ cachedResponse }) =>
          Promise.resolve(cachedResponse && sayItsAge(cachedResponse)),
      },
    ],
  }),
);

// Whoever signs in or out leaves nothing of the session before.
for (const method of ['POST', 'DELETE'] as const)
  registerRoute(
    ({ url, sameOrigin }) => sameOrigin && url.pathname.endsWith('/session'),
    async ({ request }) => {
      const response = await fetch(request);
      await caches.delete(ANSWERS);
      return response;
    },
    method,
  );

/** The same answer with the moment the server gave it; the server's clock, not the device's. */
function sayItsAge(answer: Response): Response {
  const headers = new Headers(answer.headers);
  headers.set('x-kept-at', new Date(headers.get('date') ?? 0).toISOString());
  return new Response(answer.body, { status: answer.status, headers });
}
