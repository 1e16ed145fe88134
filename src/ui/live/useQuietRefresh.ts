'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { noteOwnWrite } from './own';

/** ms without a save. */
const QUIET = 3500;

/**
 * Reads the page anew once nobody has saved for a while, and only with a connection: what was entered here stands in the list by itself,
 * and a page that reads itself while the line breaks is loaded whole, under the fingers of whoever is keying in.
 */
export function useQuietRefresh(): () => void {
  const { refresh } = useRouter();
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  return () => {
    noteOwnWrite();
    clearTimeout(timer.current);
    timer.current = setTimeout(() => navigator.onLine && refresh(), QUIET);
  };
}
