'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';

const EVERY = 20_000;

/** Reads the page again from time to time while it is looked at, as lateness grows without anybody writing. */
export function Ticker() {
  const router = useRouter();
  useEffect(() => {
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible' && navigator.onLine) router.refresh();
    }, EVERY);
    return () => clearInterval(timer);
  }, [router]);
  return null;
}
