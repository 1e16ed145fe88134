import { recordNote } from '@/features/interview/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordNote);
