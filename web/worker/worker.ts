/// <reference lib="webworker" />

/** Keeps the page of the day, and what it shows, for when there is no network. What is written there the page keeps itself. */
const worker = globalThis as unknown as ServiceWorkerGlobalScope;

const KEPT = 'day';
/** One page for every round: it reads in its own address which. */
const PAGE = '/day/';
/** Without an answer for so long, the network is as good as gone. */
const LONGEST_WAIT_MS = 2500;
const SHOWN = /^\/(?:assets|media)\/|^\/api\/rounds\/[^/]+\/notes\/[^/]+\/picture$/;

worker.addEventListener('install', (event) => event.waitUntil(worker.skipWaiting()));
worker.addEventListener('activate', (event) => event.waitUntil(worker.clients.claim()));

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== worker.location.origin) return;
  if (request.mode === 'navigate') event.respondWith(pageOf(request));
  else if (SHOWN.test(pathname)) event.respondWith(shown(request));
});

/** The page says what it shows; what no page needs any more goes. */
worker.addEventListener('message', (event) => {
  const { page, pictures } = event.data as { readonly page: readonly string[]; readonly pictures: readonly string[] };
  event.waitUntil(
    keepAll(page, pictures).then(
      () => event.source?.postMessage({ isKept: true }),
      () => event.source?.postMessage({ isKept: false }),
    ),
  );
});

async function pageOf(request: Request): Promise<Response> {
  const cache = await caches.open(KEPT);
  try {
    const answer = await fetch(request, { signal: AbortSignal.timeout(LONGEST_WAIT_MS) });
    if (answer.ok) await cache.put(PAGE, answer.clone());
    return answer;
  } catch (error) {
    const kept = await cache.match(PAGE);
    if (kept) return kept;
    throw error;
  }
}

/** A file's name says what is in it, and a picture stays what it is: what is kept need not be asked for again. */
async function shown(request: Request): Promise<Response> {
  const cache = await caches.open(KEPT);
  const kept = await cache.match(request);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}

/** @throws where something of the page itself does not come; a picture that does not is no reason to keep nothing */
async function keepAll(page: readonly string[], pictures: readonly string[]): Promise<void> {
  const cache = await caches.open(KEPT);
  const there = (await cache.keys()).map(({ url }) => url);
  const [needed, shownThere] = [[PAGE, ...page], pictures].map((paths) =>
    paths.map((path) => new URL(path, worker.location.origin).href),
  ) as [string[], string[]];
  const missing = (urls: readonly string[]): string[] => urls.filter((url) => !there.includes(url));
  await cache.addAll(missing(needed));
  await Promise.allSettled(missing(shownThere).map((url) => cache.add(url)));
  for (const url of there) if (!needed.includes(url) && !shownThere.includes(url)) await cache.delete(url);
}
