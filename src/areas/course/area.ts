import type { Area } from '@/areas/area';
import { peopleToday } from './read/people/today';
import { findTeams } from './read/classes/find';

export const course: Area = {
  today: [peopleToday],
  find: [findTeams],
};
