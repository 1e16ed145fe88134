import type { Area } from '@/areas/area';
import { conceptsToday, teamsToday } from './read/today';
import { findConcepts } from './read/find';

export const concepts: Area = {
  today: [conceptsToday, teamsToday],
  find: [findConcepts],
};
