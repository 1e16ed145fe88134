import { expose } from 'comlink';
import { readDaysOff } from '@/core/calendar/daysOff';

/** Reads a calendar file beside the page, however many events it has. */
const api = { readDaysOff };
export type DaysOffWorker = typeof api;

expose(api);
