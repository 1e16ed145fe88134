/** What a device can do for work without a connection, and in words what is missing and why it matters. */
export interface Ability {
  name: string;
  there: boolean;
  why: string;
}

/** Starts the worker that keeps pages for use without a connection; where browsers do not allow it, nothing happens. */
export async function startWorker(): Promise<ServiceWorkerRegistration | null> {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return null;
  return navigator.serviceWorker.register('/sw.js').catch(() => null);
}

/** Asks the worker to keep these pages ready, for whoever the server makes them. */
export async function keepPages(pages: string[]): Promise<void> {
  await ask({ kind: 'keep', pages });
}

/** What the worker keeps pages under (sw.js). */
const PAGES = /^ironstone-(pages|whose)/;

/** Forgets the pages kept on this device, as on signing out. Entries that wait are never forgotten. */
export async function forgetPages(): Promise<void> {
  if (!('caches' in window)) return;
  const names = (await caches.keys()).filter((name) => PAGES.test(name));
  await Promise.all(names.map((name) => caches.delete(name)));
}

async function ask(message: object): Promise<void> {
  if (!(await startWorker())) return;
  const { active } = await navigator.serviceWorker.ready;
  const { port1, port2 } = new MessageChannel();
  const answered = new Promise((resolve) => (port1.onmessage = resolve));
  active?.postMessage(message, [port2]);
  await Promise.race([answered, new Promise((resolve) => setTimeout(resolve, 5_000))]);
}

/** Whether pages open without a connection on this device. */
export async function pagesAreKept(): Promise<boolean> {
  return (await startWorker()) !== null;
}

/** Looks at what this browser offers here. */
export async function abilities(canKeep: () => Promise<boolean>): Promise<Ability[]> {
  const secure = window.isSecureContext;
  const because = secure ? '' : ' This address is not secure: open the one that begins with https.';
  return [
    {
      name: 'Keeps entries until they are sent',
      there: await canKeep(),
      why: 'A private window keeps nothing; use a normal one.',
    },
    {
      name: 'Opens pages without a connection',
      there: await pagesAreKept(),
      why: `Leave the entry page open while you are offline: it keeps working, but can’t be opened again.${
        because || ' The browser does not trust this address’s certificate; the page “Phones” says what to do.'
      }`,
    },
    {
      name: 'Takes pictures from the page',
      there: secure && 'mediaDevices' in navigator,
      why: `Pictures can still be chosen from the device’s own album.${because}`,
    },
    {
      name: 'Secure connection',
      there: secure,
      why: 'Passwords and entries could be read by others on the same network.',
    },
  ];
}
