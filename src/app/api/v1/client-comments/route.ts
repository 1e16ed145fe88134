import { recordClientComment } from '@/features/concepts/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordClientComment);
