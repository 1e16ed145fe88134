import { recordQuestion } from '@/areas/brief/write/interview/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordQuestion);
