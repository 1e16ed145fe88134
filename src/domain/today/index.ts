import type { Sql } from '@/db/connection';
import { backupsToday } from '../backups/today';
import { benchToday } from '../bench/today';
import { bookingsToday } from '../bookings/today';
import { briefToday } from '../brief/today';
import { buildsToday } from '../builds/today';
import { conclusionsToday } from '../conclusions/today';
import { conceptsToday, teamsToday } from '../concepts/today';
import { contestsToday } from '../contests/today';
import { eventToday } from '../event/today';
import { gatesToday } from '../gates/today';
import { gradesToday } from '../grades/today';
import { peopleToday } from '../people/today';
import { planToday } from '../plan/today';
import { changesToday, requirementsToday } from '../requirements/today';
import { reviewsToday } from '../reviews/today';
import { safetyToday } from '../safety/today';
import { sessionsToday } from '../sessions/today';
import type { Asked, TodayItem, TodayPart } from '@/areas/area';

export type { Asked, TodayItem } from '@/areas/area';

/** The parts of Today; a new subject adds its own here. */
const PARTS: readonly TodayPart[] = [
  planToday,
  gatesToday,
  bookingsToday,
  safetyToday,
  reviewsToday,
  sessionsToday,
  briefToday,
  changesToday,
  requirementsToday,
  conceptsToday,
  teamsToday,
  buildsToday,
  conclusionsToday,
  benchToday,
  eventToday,
  contestsToday,
  gradesToday,
  peopleToday,
  backupsToday,
];

/** All lines but those of sheets the course does not use, most urgent first; equal ones in the order of the parts. */
export async function readToday(sql: Sql, hidden: readonly string[], asked: Asked): Promise<TodayItem[]> {
  const shown = PARTS.filter(({ sheet }) => !hidden.includes(sheet));
  const lines = await Promise.all(shown.map((part) => part.lines(sql, asked)));
  return lines.flat().sort((a, b) => b.urgency - a.urgency);
}
