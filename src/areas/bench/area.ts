import type { Area } from '@/areas/area';
import { sessionsToday } from './read/sessions/today';
import { conclusionsToday } from './read/conclusions/today';
import { benchToday } from './read/today';
import { findRuns } from './read/find';

export const bench: Area = {
  today: [sessionsToday, conclusionsToday, benchToday],
  find: [findRuns],
};
