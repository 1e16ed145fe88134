'use client';

import { wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { Pair } from '@/core/wording';
import type { DuplicatesWorker } from '@/workers/duplicates.worker';

export interface Said {
  code: string;
  text: string;
}

/** Likely duplicates among statements, found by a worker; null until it has answered. A newer list replaces an older one. */
export function useDuplicates(statements: Said[], threshold?: number): Pair[] | null {
  const [pairs, setPairs] = useState<Pair[] | null>(null);
  const given = JSON.stringify(statements);
  useEffect(() => {
    const list = JSON.parse(given) as Said[];
    const worker = new Worker(new URL('../workers/duplicates.worker.ts', import.meta.url));
    const timer = setTimeout(() => {
      void wrap<DuplicatesWorker>(worker)
        .duplicates({ statements: list, ...(threshold === undefined ? {} : { threshold }) })
        .then(
          (found) => setPairs(found.pairs),
          () => setPairs([]),
        );
    }, 250);
    return () => {
      clearTimeout(timer);
      worker.terminate();
    };
  }, [given, threshold]);
  return pairs;
}
