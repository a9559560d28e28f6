/// <reference lib="webworker" />
/** Files of this build, put in when it is made. */
declare const FILES: readonly string[];
declare const BUILD: string;
const worker = globalThis as unknown as ServiceWorkerGlobalScope;
const NAME = `nestle-walk-${BUILD}`;

worker.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(NAME)
      .then((cache) => cache.addAll(FILES))
      .then(() => worker.skipWaiting()),
  );
});
worker.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((n) => n !== NAME).map((n) => caches.delete(n))))
      .then(() => worker.clients.claim()),
  );
});
worker.addEventListener('fetch', (event) => {
  const { pathname } = new URL(event.request.url);
  // What is asked of the laptop and the meter goes its own way.
  if (event.request.method !== 'GET' || pathname.startsWith('/walk/api/') || !pathname.startsWith('/walk/'))
    return;
  if (event.request.mode === 'navigate') {
    event.respondWith(
      fetch(event.request).catch(async () => (await caches.match('/walk/')) ?? Response.error()),
    );
    return;
  }
  event.respondWith(caches.match(event.request).then((known) => known ?? fetch(event.request)));
});
