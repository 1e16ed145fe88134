import { recordOwnScores } from '@/areas/grades/write/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordOwnScores);
