/// <reference lib="webworker" />
// The page without a signal: its files are kept by the browser, and a view's address opens the page that was kept.
//
// Only the page's own files are kept here; what a garden says is kept by the page itself, under its account (`state/kept`).
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { TAKE_OVER } from './state/takeOver';

declare const self: ServiceWorkerGlobalScope & { __WB_MANIFEST: { url: string; revision: string | null }[] };

/** How long the server may take with the page before the kept one is opened (ms). */
const PATIENCE = 900;

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();

/** The newest page where there is a line, so that it fits the server; the kept one where there is none. */
async function page({ request }: { request: Request }): Promise<Response> {
  const kept = matchPrecache('/index.html');
  const fresh = fetch(request);
  const late = new Promise<undefined>((resolve) => setTimeout(() => resolve(undefined), PATIENCE));
  const answer = await Promise.race([fresh.catch(() => undefined), late]);
  if (answer && answer.status < 500) return answer;
  return (await kept) ?? fresh;
}

registerRoute(new NavigationRoute(page, { denylist: [/^\/api\//, /^\/calendar\//] }));

// It waits until the page that is open asks for it: that page's own files are gone by then.
self.addEventListener('message', (event) => {
  if (event.data === TAKE_OVER) void self.skipWaiting();
});
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
