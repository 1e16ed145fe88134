'use client';

import { useSyncExternalStore, type ReactNode } from 'react';

const never = () => () => {};

/** Whether the page's script is there, so that a press is heard. On a slow phone that takes a moment. */
export function useReady(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}

/** Fields that wait until the page's script is there: what is typed or sent before would be lost without a word. */
export function Ready({ children }: { children: ReactNode }) {
  return (
    <fieldset disabled={!useReady()} className="contents">
      {children}
    </fieldset>
  );
}
