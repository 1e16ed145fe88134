'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { ownerHere } from '@/ui/forms/drafts';
import { splitEntries, useOutbox } from './useOutbox';

/** What was entered for one route on this device and has not reached the server yet; once it has, the page is read again. */
export function Waiting({ path }: { path: string }) {
  const { own } = splitEntries(useOutbox() ?? [], ownerHere());
  const waiting = own.filter((one) => one.path === path && one.state === 'waiting');
  const router = useRouter();
  const before = useRef(0);
  useEffect(() => {
    if (waiting.length < before.current) router.refresh();
    before.current = waiting.length;
  }, [waiting.length, router]);
  if (waiting.length === 0) return null;
  return (
    <section className="mt-4" aria-label="Waiting">
      <h2>Saved on this device, not sent yet</h2>
      <ul>
        {waiting.map((one) => (
          <li key={one.id}>{one.title}</li>
        ))}
      </ul>
    </section>
  );
}
