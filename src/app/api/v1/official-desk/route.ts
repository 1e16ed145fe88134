import { enterAtDeskByLink } from '@/areas/event/write/contests/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, enterAtDeskByLink);
