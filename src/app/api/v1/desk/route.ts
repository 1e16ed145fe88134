import { enterAtDesk } from '@/features/contests/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, enterAtDesk);
