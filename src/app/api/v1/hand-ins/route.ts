import { recordHandIn } from '@/features/schedule/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordHandIn);
