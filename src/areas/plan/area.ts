import type { Area } from '@/areas/area';
import { planToday } from './read/today';
import { gatesToday } from './read/gates/today';
import { bookingsToday } from './read/bookings/today';
import { safetyToday } from './read/safety/today';
import { findGates } from './read/gates/find';

export const plan: Area = {
  today: [planToday, gatesToday, bookingsToday, safetyToday],
  find: [findGates],
};
