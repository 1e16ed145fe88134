import { recordIteration } from '@/areas/builds/write/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordIteration);
