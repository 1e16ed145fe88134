import type { Area } from '@/areas/area';
import { reviewsToday } from './read/today';
import { findReviews, findFindings } from './read/find';

export const reviews: Area = {
  today: [reviewsToday],
  find: [findReviews, findFindings],
};
