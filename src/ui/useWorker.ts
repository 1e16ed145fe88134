'use client';

import { wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';

/** What a worker is asked, and what counts when it can't answer. */
export interface Job<Api, Given, Found> {
  open: () => Worker;
  ask: (worker: Remote<Api>, given: Given) => Promise<Found>;
  otherwise: (error: Error) => Found;
}

/**
 * What a worker makes of a plain value, beside the page so that it stays smooth; asked again when the value differs. Until
 * the newest has its answer the one before stays, and `fresh` is false. null asks nothing.
 * @param job the same object each time
 */
export function useWorker<Api, Given, Found>(
  job: Job<Api, Given, Found>,
  given: Given | null,
): { found: Found | null; fresh: boolean } {
  const [answer, setAnswer] = useState<{ key: string; found: Found } | null>(null);
  const key = JSON.stringify(given);
  useEffect(() => {
    const wanted = JSON.parse(key) as Given | null;
    if (wanted === null) return;
    const worker = job.open();
    const keep = (found: Found) => setAnswer({ key, found });
    const timer = setTimeout(() => {
      void job.ask(wrap<Api>(worker), wanted).then(keep, (error: Error) => keep(job.otherwise(error)));
    }, 250);
    return () => {
      clearTimeout(timer);
      worker.terminate();
    };
  }, [key, job]);
  return { found: answer?.found ?? null, fresh: answer?.key === key };
}
