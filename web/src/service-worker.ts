/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />

/*
 * Keeps the product's own page on the reader's machine, so that a reload while the server is away says so and goes on by
 * itself. It holds nothing of the fleet: what the server answers is never kept.
 */
import { build, files, version } from '$service-worker';

const worker = self as unknown as ServiceWorkerGlobalScope;
const KEPT = `page-${version}`;
/** Any address that is a page answers with the same file. */
const SHELL = '/login';
const ASSETS = new Set([...build, ...files]);

worker.addEventListener('install', (event) =>
  event.waitUntil(caches.open(KEPT).then((kept) => kept.addAll([SHELL, ...ASSETS])))
);

worker.addEventListener('activate', (event) =>
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name !== KEPT).map((name) => caches.delete(name))))
  )
);

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== location.origin) return;
  if (request.mode === 'navigate') event.respondWith(orKept(request, SHELL));
  else if (ASSETS.has(pathname)) event.respondWith(orKept(request, request));
});

/** The server first: what is kept is for when it is away. */
async function orKept(request: Request, instead: Request | string): Promise<Response> {
  try {
    return await fetch(request);
  } catch (away) {
    const kept = await caches.match(instead);
    if (kept) return kept;
    throw away;
  }
}
