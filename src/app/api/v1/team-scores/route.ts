import { recordOwnScores } from '@/features/grades/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordOwnScores);
