import { recordGuestNote } from '@/areas/reviews/write/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordGuestNote);
