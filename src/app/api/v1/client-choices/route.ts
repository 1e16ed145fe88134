import { recordClientChoice } from '@/features/selection/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordClientChoice);
