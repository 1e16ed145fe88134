import { inspect } from '@/features/inspections/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, inspect);
