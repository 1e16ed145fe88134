import { expose } from 'comlink';
import { duplicates } from '@/core/wording';

/** Finds likely duplicates beside the page, so that typing stays smooth however long the list is. */
const api = { duplicates };
export type DuplicatesWorker = typeof api;

expose(api);
