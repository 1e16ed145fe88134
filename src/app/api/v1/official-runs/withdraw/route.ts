import { withdrawRunByLink } from '@/features/bench/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, withdrawRunByLink);
