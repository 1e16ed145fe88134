import { recordClientChoice } from '@/areas/concepts/write/selection/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordClientChoice);
