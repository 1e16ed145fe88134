'use client';

import { proxy, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Formed, FormInput, Progress } from '@/core/teams';
import type { FormingWorker } from '@/workers/forming.worker';

/** Runs the search for teams in a worker, on demand, with progress; stopping leaves everything as it was. */
export function useForming() {
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setProgress(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const run = async (input: FormInput): Promise<Formed> => {
    stop();
    const own = new Worker(new URL('@/workers/forming.worker.ts', import.meta.url));
    worker.current = own;
    setProgress({ done: 0, of: 1, cost: null });
    try {
      return await wrap<FormingWorker>(own).form(
        input,
        proxy((at) => worker.current === own && setProgress(at)),
      );
    } finally {
      if (worker.current === own) stop();
    }
  };
  return { run, stop, progress };
}
