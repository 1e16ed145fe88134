'use client';

import type { Pair } from '@/core/wording';
import type { DuplicatesWorker } from '@/workers/duplicates.worker';
import { useWorker, type Job } from './useWorker';

export interface Said {
  code: string;
  text: string;
}
interface Given {
  statements: Said[];
  threshold?: number;
}

const JOB: Job<DuplicatesWorker, Given, Pair[]> = {
  open: () => new Worker(new URL('@/workers/duplicates.worker.ts', import.meta.url)),
  ask: async (worker, given) => (await worker.duplicates(given)).pairs,
  otherwise: () => [],
};

/** Likely duplicates among statements, found by a worker; null until it has answered. A newer list replaces an older one. */
export function useDuplicates(statements: Said[], threshold?: number): Pair[] | null {
  return useWorker(JOB, { statements, ...(threshold === undefined ? {} : { threshold }) }).found;
}
