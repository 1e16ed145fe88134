import type { Area } from '@/areas/area';
import { eventToday } from './read/today';
import { contestsToday } from './read/contests/today';

export const event: Area = {
  today: [eventToday, contestsToday],
};
