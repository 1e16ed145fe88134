import { recordIteration } from '@/features/builds/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordIteration);
