'use client';

import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { plural } from '@/core/format';
import { pagesAreKept } from './offline';
import { checkLine, sendAll } from './sender';
import { becomeOwner } from './owner';
import { firstName, splitEntries, useLine, useOutbox } from './useOutbox';

/** How long until it is tried again, ms: soon at first, then less often. */
const PAUSES = [2_000, 4_000, 8_000, 15_000];

async function retry(): Promise<void> {
  if (await checkLine()) await sendAll();
}

/**
 * Sends what waits on this device whenever the line may be back, and says at the foot of every page what waits, what was
 * refused, and that there is no connection. Nothing is said while all is well.
 */
export function OutboxStrip({ owner }: { owner: string }) {
  const entries = useOutbox() ?? [];
  const { own, others } = splitEntries(entries, owner);
  const line = useLine();
  const router = useRouter();
  const path = usePathname();
  const waiting = entries.filter((one) => one.state === 'waiting');
  const refused = own.filter((one) => one.state === 'refused');
  const busy = waiting.length > 0 || !line;
  const [opens, setOpens] = useState(true);
  useEffect(() => void becomeOwner(owner), [owner]);

  useEffect(() => {
    void pagesAreKept().then(setOpens);
    void retry(); // also asks whether the line is there: a browser may think so of a page that the device has kept
    const wake = () => {
      if (document.visibilityState === 'visible') void retry();
    };
    window.addEventListener('online', wake);
    document.addEventListener('visibilitychange', wake);
    return () => {
      window.removeEventListener('online', wake);
      document.removeEventListener('visibilitychange', wake);
    };
  }, []);
  useEffect(() => {
    if (!busy) return;
    let tries = 0;
    let timer: ReturnType<typeof setTimeout>;
    const again = () => {
      timer = setTimeout(() => void retry().finally(again), PAUSES[Math.min(tries++, PAUSES.length - 1)]);
    };
    again();
    return () => clearTimeout(timer);
  }, [busy]);
  // What went out in the background is news for the page.
  const before = useRef(0);
  useEffect(() => {
    if (before.current > waiting.length && line) router.refresh();
    before.current = waiting.length;
  }, [waiting.length, line, router]);

  // Who is signed in is not asked to make room for somebody else's entries; those wait for their maker.
  const asks = waiting.find((one) => one.waitsFor === 'sign-in' && (one.by === owner || !owner));
  const troubled = waiting.find((one) => one.waitsFor === 'server');
  if (path === '/outbox' || (line && waiting.length === 0 && refused.length === 0)) return null;
  return (
    <div className="no-print min-h-14">
      <aside
        role="status"
        aria-label="Entries of this device"
        className="fixed inset-x-0 bottom-[var(--bar,0px)] z-20 bg-ink text-sheet px-3.5 py-2 flex flex-wrap gap-x-4 gap-y-1 font-cond text-[15px]"
      >
        {!line && <b>No connection.</b>}
        {waiting.length > 0 && <span>{plural(waiting.length, 'entry waits', 'entries wait')} on this device.</span>}
        {asks && (
          <a className="text-sheet underline" href={`/sign-in?next=${encodeURIComponent(path)}`}>
            Sign in again as {firstName(asks)} to send {waiting.length === 1 ? 'it' : 'them'}
          </a>
        )}
        {!asks && line && troubled && <span>{troubled.reason}</span>}
        {!line && waiting.length === 0 && <span>What you see may be out of date. What you enter is saved.</span>}
        {!line && !opens && <b>Leave this page open: it can’t be opened again without a connection.</b>}
        {refused.length > 0 && <b>{plural(refused.length, 'entry was', 'entries were')} refused.</b>}
        {own.length + others.length > 0 && (
          <a className="text-sheet underline ml-auto" href="/outbox">
            Review them
          </a>
        )}
      </aside>
    </div>
  );
}
