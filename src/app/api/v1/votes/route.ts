import { castVote } from '@/areas/standings/write/awards/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, castVote);
