'use client';

import { useSyncExternalStore, type ReactNode } from 'react';

const never = () => () => {};

/**
 * Fields that wait until the page's script is there: what is typed or sent before would be lost without a word. On a slow
 * phone that is a moment.
 */
export function Ready({ children }: { children: ReactNode }) {
  const ready = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return (
    <fieldset disabled={!ready} className="contents">
      {children}
    </fieldset>
  );
}
