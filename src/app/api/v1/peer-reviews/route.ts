import { recordPeerReview } from '@/features/reviews/commands';
import { answer } from '@/server/api';

export const POST = (request: Request) => answer(request, recordPeerReview);
