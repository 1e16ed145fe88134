import { recordRun } from '@/areas/bench/write/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordRun);
