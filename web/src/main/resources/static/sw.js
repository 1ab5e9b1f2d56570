/* Stands between the pages and the network: what pages are made of is kept, and where no page can be fetched the one that goes on without
   network stands in its place. It keeps nothing of anybody's: jobs are kept by the page (js/along-store.js). */
'use strict';

const KEPT = 'wartung-pages';
const WITHOUT = '/without-network';
const MADE_OF = /^\/(css|js|vendor|webjars|img|icons)\/|^\/(favicon\.svg|manifest\.webmanifest)$/;
/* Styles and scripts have their content or their version in their names (PageLinks): those before stay until they are cleared away. */
const NAMED_ANEW = /-[0-9a-f]{32}\.[a-z0-9]+$|^\/webjars\//;
const PATIENCE_MS = 20000;

const keep = async (request, answer) => {
  if (answer.ok && !answer.redirected) await (await caches.open(KEPT)).put(request, answer.clone());
  return answer;
};

/* The page without network, and all it is made of: its styles, scripts and what these name. */
const prepare = async () => {
  const answer = await fetch(WITHOUT, { cache: 'no-store', credentials: 'omit' });
  if (!answer.ok) throw new Error('it cannot be fetched');
  const text = await answer.clone().text();
  await keep(WITHOUT, answer);
  const made = new Set([...text.matchAll(/(?:src|href)="(\/[^"]+)"/g)].map(found => found[1]).filter(path => MADE_OF.test(path)));
  await Promise.all([...made, '/img/glyphs.svg'].map(async path => {
    const part = await fetch(path);
    await keep(path, part.clone());
    if (path.endsWith('.css')) {
      const fonts = [...(await part.text()).matchAll(/url\("?(\/vendor\/[^")]+)"?\)/g)].map(found => found[1]);
      await Promise.all(fonts.map(async font => { made.add(font); await keep(font, await fetch(font)); }));
    }
  }));
  const cache = await caches.open(KEPT);
  const paths = (await cache.keys()).map(request => new URL(request.url).pathname);
  await Promise.all(paths.filter(path => NAMED_ANEW.test(path) && !made.has(path)).map(path => cache.delete(path)));
};

self.addEventListener('install', event => event.waitUntil(prepare().then(() => self.skipWaiting())));
self.addEventListener('activate', event => event.waitUntil(self.clients.claim()));

/* A network that is there and answers nothing is none. */
const inTime = request => Promise.race([fetch(request), new Promise((_, reject) => { setTimeout(() => reject(new Error('no answer')), PATIENCE_MS); })]);
const orKept = async request => {
  try { return await keep(request, await inTime(request)); } catch (gone) {
    const kept = await caches.match(request, { ignoreSearch: true });
    if (kept) return kept;
    throw gone;
  }
};
/* A later version of Wartung has another page without network, made of other parts: looked for once each time this starts. */
let looked = false;
const renewed = async () => {
  if (looked) return;
  looked = true;
  const [is, was] = await Promise.all([fetch(WITHOUT, { cache: 'no-store', credentials: 'omit' }), caches.match(WITHOUT)]);
  if (is.ok && await is.text() !== await was?.text()) await prepare();
};
const pageOr = async event => {
  const request = event.request;
  try {
    const answer = await inTime(request);
    event.waitUntil(renewed().catch(() => { looked = false; }));
    return answer;
  } catch (gone) {
    const kept = await caches.match(WITHOUT);
    if (kept) return kept;
    throw gone;
  }
};

self.addEventListener('fetch', event => {
  const address = new URL(event.request.url);
  if (address.origin !== location.origin || event.request.method !== 'GET') return;
  if (event.request.mode === 'navigate') event.respondWith(pageOr(event));
  else if (MADE_OF.test(address.pathname)) event.respondWith(orKept(event.request));
});
