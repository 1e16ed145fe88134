import { recordQuestion } from '@/features/interview/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordQuestion);
