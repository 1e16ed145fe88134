import { castVote } from '@/features/awards/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, castVote);
