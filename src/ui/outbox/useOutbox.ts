'use client';

import { useEffect, useState, useSyncExternalStore } from 'react';
import { groupBy } from '@/core/shared/groupBy';
import type { Entry } from './entry';
import { lineIsUp, onLine } from './sender';
import { listEntries, onChange } from './store';

/** Entries of somebody else on this device: no more than a first name and how many. */
export interface Others {
  name: string;
  waiting: number;
  refused: number;
}

/** All that others learn of who made an entry. */
export const firstName = ({ byName }: Pick<Entry, 'byName'>) => byName.split(' ')[0]!;

/** What the person signed in sees of this device's entries: their own, and of others that they are there. */
export function splitEntries(entries: readonly Entry[], owner: string): { own: Entry[]; others: Others[] } {
  const open = entries.filter((one) => one.by !== owner && one.state !== 'sent');
  const others = [...groupBy(open, ({ by }) => by).values()].map((all) => ({
    name: firstName(all[0]!),
    waiting: all.filter(({ state }) => state === 'waiting').length,
    refused: all.filter(({ state }) => state === 'refused').length,
  }));
  return { own: entries.filter((one) => one.by === owner), others };
}

/** The entries of this device, everybody's; null until they are read, or where nothing can be kept. */
export function useOutbox(): Entry[] | null {
  const [entries, setEntries] = useState<Entry[] | null>(null);
  useEffect(() => {
    const read = () => void listEntries().then(setEntries, () => setEntries(null));
    read();
    return onChange(read);
  }, []);
  return entries;
}

/** Whether the server answers, as far as this device knows. */
export function useLine(): boolean {
  return useSyncExternalStore(
    (run) => {
      const stop = onLine(run);
      window.addEventListener('online', run);
      window.addEventListener('offline', run);
      return () => {
        stop();
        window.removeEventListener('online', run);
        window.removeEventListener('offline', run);
      };
    },
    lineIsUp,
    () => true,
  );
}
