'use client';

import type { Line, Way } from '@/core/plan';
import type { RemediesWorker } from '@/workers/remedies.worker';
import { useWorker, type Job } from '@/ui/useWorker';

export interface Searched {
  short: Record<string, number>;
  ways: Way[];
  tried: number;
  candidates: number;
  problem: string | null;
}

const JOB: Job<RemediesWorker, Line[], Searched> = {
  open: () => new Worker(new URL('@/workers/remedies.worker.ts', import.meta.url)),
  ask: async (worker, lines) => ({ ...(await worker.remedies({ lines })), problem: null }),
  otherwise: (error) => ({ short: {}, ways: [], tried: 0, candidates: 0, problem: error.message }),
};

/** What can be done so that all lines fit, found by a worker; `fresh` once it belongs to these lines. */
export function useRemedies(lines: Line[] | null): { found: Searched | null; fresh: boolean } {
  return useWorker(JOB, lines);
}
