/**
 * The page without a network: its scripts, styles and fonts, and the one page that carries them, are kept here. Nothing
 * of the API is, and nothing of anybody: who is here and how a run stands is kept by the page, in its own database.
 *
 * A newer one waits until no page of before is open, so that nothing changes in the middle of a run.
 */
export {};

declare const self: ServiceWorkerGlobalScope & {
  /** Written before this script by the server: the build that it is of, and all files of that. */
  JAR_BUILD: string;
  JAR_FILES: string[];
};

const PREFIX = 'jar-table-';
const CACHE = `${PREFIX}${self.JAR_BUILD}`;
const PAGE = '/';
/** What opens without a network: a run, at the tablet. */
const OPENS = /^\/[^/]+\/runs\/\d+$/;
/** So long a page is waited for [ms]. */
const PATIENCE_MS = 4000;

self.addEventListener('install', (event) => {
  event.waitUntil(fill());
});

self.addEventListener('activate', (event) => {
  event.waitUntil(clear());
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== 'GET' || origin !== self.location.origin) return;
  if (request.mode === 'navigate') {
    if (OPENS.test(pathname)) event.respondWith(page(request));
  } else if (self.JAR_FILES.includes(pathname)) event.respondWith(file(request, pathname));
});

async function fill(): Promise<void> {
  const cache = await caches.open(CACHE);
  await cache.addAll(self.JAR_FILES);
  const answer = await fetch(PAGE, { cache: 'no-store' });
  if (!isPage(answer)) throw new Error(`no page at ${PAGE}: ${answer.status}`);
  await cache.put(PAGE, answer);
}

async function clear(): Promise<void> {
  const names = await caches.keys();
  const old = names.filter((name) => name.startsWith(PREFIX) && name !== CACHE);
  await Promise.all(old.map((name) => caches.delete(name)));
}

/** What something in between answers in its place, a page of its own or a way to it, is not ours. */
const isPage = (answer: Response): boolean =>
  answer.ok && !answer.redirected && answer.headers.has('X-Jar-Page');

/** The page as the server gives it; the kept one where it does not answer in time, or only what stands before it does. */
async function page(request: Request): Promise<Response> {
  const kept = await (await caches.open(CACHE)).match(PAGE);
  const asked = fetch(request);
  if (!kept) return asked;
  const late = new Promise<null>((done) => setTimeout(() => done(null), PATIENCE_MS));
  const answer = await Promise.race([asked, late]).catch(() => null);
  return answer === null || answer.status >= 500 ? kept : answer;
}

/** A name is never used for something else, so what is kept under it is right. */
async function file(request: Request, pathname: string): Promise<Response> {
  const kept = await (await caches.open(CACHE)).match(pathname);
  return kept ?? fetch(request);
}
