import { inspectByLink } from '@/features/inspections/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, inspectByLink);
