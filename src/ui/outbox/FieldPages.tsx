'use client';

import { useEffect } from 'react';
import { keepPages } from './offline';

/** Keeps the pages of the field ready on this device; shows nothing. */
export function FieldPages({ pages }: { pages: string[] }) {
  const list = pages.join('\n');
  useEffect(() => {
    // After the page itself has settled, so that getting ready never slows somebody down.
    const timer = setTimeout(() => void keepPages([...list.split('\n'), '/outbox']), 1500);
    return () => clearTimeout(timer);
  }, [list]);
  return null;
}
