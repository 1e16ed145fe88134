'use client';

import { useEffect, useState, useSyncExternalStore } from 'react';
import type { Entry } from './entry';
import { lineIsUp, onLine } from './sender';
import { listEntries, onChange } from './store';

/** The entries of this device; null until they are read, or where nothing can be kept. */
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
