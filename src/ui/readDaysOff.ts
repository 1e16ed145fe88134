'use client';

import { wrap } from 'comlink';
import type { DaysOff } from '@/core/calendar/daysOff';
import type { DaysOffWorker } from '@/workers/daysOff.worker';

type Given = Parameters<DaysOffWorker['readDaysOff']>[0];

/** Reads a calendar file in a worker: the file stays on this device. @throws Error saying what is wrong with the file. */
export async function readDaysOff(given: Given): Promise<DaysOff> {
  const worker = new Worker(new URL('../workers/daysOff.worker.ts', import.meta.url));
  try {
    return await wrap<DaysOffWorker>(worker).readDaysOff(given);
  } finally {
    worker.terminate();
  }
}
