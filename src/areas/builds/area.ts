import type { Area } from '@/areas/area';
import { buildsToday } from './read/today';
import { findFeatures, findIterations } from './read/find';

export const builds: Area = {
  today: [buildsToday],
  find: [findFeatures, findIterations],
};
