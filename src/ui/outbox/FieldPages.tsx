'use client';

import { useEffect } from 'react';
import { keepPages } from './offline';

/** Keeps the pages of the field ready on this device, for `owner`; shows nothing. */
export function FieldPages({ owner, pages }: { owner: string; pages: string[] }) {
  const list = pages.join('\n');
  useEffect(() => {
    // After the page itself has settled, so that getting ready never slows somebody down.
    const timer = setTimeout(() => void keepPages(owner, [...list.split('\n'), '/outbox']), 1500);
    return () => clearTimeout(timer);
  }, [owner, list]);
  return null;
}
