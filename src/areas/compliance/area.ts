import type { Area } from '@/areas/area';
import { changesToday, requirementsToday } from './read/today';

export const compliance: Area = {
  today: [changesToday, requirementsToday],
};
