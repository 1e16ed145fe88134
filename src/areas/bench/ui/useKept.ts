'use client';

import { useSyncExternalStore } from 'react';

const KEPT = 'ironstone-kept';

/** A text that survives a reload; empty again once saved. */
export function useKept(key: string): [string, (text: string) => void] {
  const text = useSyncExternalStore(
    (changed) => {
      window.addEventListener(KEPT, changed);
      return () => window.removeEventListener(KEPT, changed);
    },
    () => localStorage.getItem(key) ?? '',
    () => '',
  );
  const keep = (next: string) => {
    if (next) localStorage.setItem(key, next);
    else localStorage.removeItem(key);
    window.dispatchEvent(new Event(KEPT));
  };
  return [text, keep];
}
