import { recordConcept } from '@/areas/concepts/write/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordConcept);
