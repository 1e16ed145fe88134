import { expose } from 'comlink';
import { remedies } from '@/core/plan';

/** Searches what can be done about a plan that does not fit, beside the page. */
const api = { remedies };
export type RemediesWorker = typeof api;

expose(api);
