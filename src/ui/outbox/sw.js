// Off-line pages. Pages meant for the field are shown from the network when it answers, else as they were last seen;
// scripts, styles and fonts come from here once they were fetched. Entries are not kept here but in the outbox
// (src/ui/outbox), which does not need this worker. It has to stay plain: browsers run it as it is.
const PAGES = 'ironstone-pages';
const WHOSE = 'ironstone-whose';
const PARTS = 'ironstone-parts';
const PATIENCE = 4000;
const FRESH = 10 * 60_000;
const MOST_PARTS = 400;
/** Pages of the field: address and name. FIELD, their routes, stands before this text (src/app/sw.js). */
const OF_FIELD = Object.entries(FIELD).map(([route, name]) => ({
  pattern: new RegExp(`^${route.replace(/\[\w+\]/g, '[0-9a-f-]{36}')}$`),
  name,
}));
const isOfField = (path) => OF_FIELD.some(({ pattern }) => pattern.test(path));
const PART = /(?:\/_next\/)?static\/(?:chunks|css|media)\/[\w.~%/-]+/g;

self.addEventListener('install', (event) => event.waitUntil(self.skipWaiting()));
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (url.pathname.startsWith('/_next/static/') || url.pathname === '/icon.svg') event.respondWith(part(request));
  else if (request.mode === 'navigate') event.respondWith(page(request, url));
});

self.addEventListener('message', (event) => {
  const { kind, pages } = event.data ?? {};
  if (kind === 'keep') event.waitUntil(keep(pages).then(() => event.ports[0]?.postMessage('kept')));
});

async function part(request) {
  const known = await caches.match(request, { cacheName: PARTS });
  if (known) return forWorker(request, known);
  const answer = await fetch(request);
  if (answer.ok) await (await caches.open(PARTS)).put(request, answer.clone());
  return forWorker(request, answer);
}

/**
 * All web workers of the app start from one script and are told apart by what follows "#" in its address. A kept answer
 * brings the address along under which it was kept; without one of its own, each worker sees the address it was asked by.
 */
async function forWorker(request, answer) {
  if (request.destination !== 'worker') return answer;
  return new Response(await answer.blob(), { status: answer.status, headers: answer.headers });
}

/** A page from the network; when that does not answer in time or is not there, as it was last seen. */
async function page(request, url) {
  const field = isOfField(url.pathname);
  const last = field ? await kept(url.href) : undefined;
  const network = fetch(request).then(async (answer) => {
    if (field && isElsewhere(answer)) await forget();
    else if (field && answer.ok) await remember(url.href, answer.clone());
    else if (field && answer.status === 404) await (await own()).delete(url.href);
    return answer;
  });
  network.catch(() => undefined);
  try {
    const answer = await (last ? Promise.race([network, late()]) : network);
    return last && answer.status >= 500 ? last : answer; // the server is there, but can't just now
  } catch {
    const alike = field ? await kept(url.href, { ignoreSearch: true }) : undefined;
    return last ?? alike ?? notKept();
  }
}

const late = () => new Promise((_, reject) => setTimeout(() => reject(new Error('late')), PATIENCE));

/** A page of the field that leads elsewhere leads to signing in: whoever it was kept for is not signed in any more. */
const isElsewhere = (answer) => answer.redirected || answer.type === 'opaqueredirect';

/** The cache of whoever pages were made for last, by the name that the server gives each session (src/proxy.ts). */
async function own() {
  const said = await (await caches.open(WHOSE)).match('/whose');
  return caches.open(`${PAGES} ${said ? await said.text() : ''}`);
}

async function kept(address, options) {
  return (await own()).match(address, options);
}

/** Keeps a page as it was answered. One that was made for another session than those kept before takes their place. */
async function remember(address, answer) {
  const whose = answer.headers.get('x-ironstone-for') ?? '';
  const said = await (await caches.open(WHOSE)).match('/whose');
  if (!said || (await said.text()) !== whose) {
    await forget();
    await (await caches.open(WHOSE)).put('/whose', new Response(whose));
  }
  const headers = new Headers(answer.headers);
  headers.set('x-kept-at', String(Date.now()));
  const body = await answer.blob();
  await (await caches.open(`${PAGES} ${whose}`)).put(address, new Response(body, { status: 200, headers }));
}

/** Keeps these pages ready, with all they need. */
async function keep(pages) {
  for (const address of pages) {
    const href = new URL(address, self.location.origin).href;
    const known = await kept(href);
    if (known && Date.now() - Number(known.headers.get('x-kept-at')) < FRESH) continue;
    try {
      const answer = await fetch(href, { credentials: 'same-origin', headers: { accept: 'text/html' } });
      if (isElsewhere(answer)) return forget();
      if (!answer.ok) continue;
      await remember(href, answer.clone());
      await keepParts(await answer.text());
    } catch {
      return; // the line went; what is kept is kept
    }
  }
  await prune();
}

/** The scripts, styles and fonts that a page names. */
async function keepParts(html) {
  const cache = await caches.open(PARTS);
  for (const address of partsIn(html)) {
    if (await cache.match(address)) continue;
    const answer = await fetch(address);
    if (!answer.ok) continue;
    await cache.put(address, answer.clone());
    if (address.endsWith('.css'))
      await keepParts((await answer.text()).replaceAll('../media/', '/_next/static/media/'));
  }
}

function partsIn(text) {
  const found = [...text.matchAll(PART)].map(([path]) => (path.startsWith('/') ? path : `/_next/${path}`));
  return [...new Set(found)].filter((path) => /\.(js|css|woff2?)$/.test(path));
}

/** Parts of earlier builds go once no kept page names them. */
async function prune() {
  const parts = await caches.open(PARTS);
  const kept = await parts.keys();
  if (kept.length < MOST_PARTS) return;
  const pages = await own();
  const named = new Set();
  for (const request of await pages.keys())
    for (const path of partsIn(await (await pages.match(request)).text())) named.add(path);
  for (const request of kept) {
    const { pathname } = new URL(request.url);
    if (pathname.endsWith('.js') && !named.has(pathname)) await parts.delete(request);
  }
}

async function forget() {
  const names = (await caches.keys()).filter((name) => name.startsWith(PAGES) || name === WHOSE);
  await Promise.all(names.map((name) => caches.delete(name)));
}

async function notKept() {
  const there = await (await own()).keys();
  const named = there.map((request) => {
    const url = new URL(request.url);
    return { url, name: OF_FIELD.find(({ pattern }) => pattern.test(url.pathname))?.name };
  });
  const links = named
    .filter(({ name }) => name)
    .map(({ url, name }) => `<li><a href="${url.pathname}${url.search.replaceAll('&', '&amp;')}">${name}</a></li>`);
  const text = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>No connection</title><body style="font:18px/26px sans-serif;max-width:34rem;margin:2rem auto;padding:0 1rem;background:#f7f5ef;color:#22262a"><style>a{color:#2c5a78}li{padding:6px 0}</style>
<h1 style="font-size:24px">No connection</h1><p>This page is not kept on this device, so it can’t be shown just now. What you entered is safe: it is kept
and goes out by itself when the line is back.</p>${links.length ? `<p>Kept for use without a connection:</p><ul>${links.join('')}</ul>` : ''}</body></html>`;
  return new Response(text, { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } });
}
