import { recordHandIn } from '@/areas/plan/write/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordHandIn);
