import type { Area } from '@/areas/area';
import { gradesToday } from './read/today';

export const grades: Area = {
  today: [gradesToday],
};
