import { recordSheet } from '@/areas/bench/write/sheetCommand';
import { answer } from '@/server/api';

/** Bytes: a sheet has up to 2,000 rows. */
const MOST = 1024 * 1024;

export const POST = (request: Request) => answer(request, recordSheet, MOST);
