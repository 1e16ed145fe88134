import { inspectByLink } from '@/areas/event/write/inspections/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, inspectByLink);
