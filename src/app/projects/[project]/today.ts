import { benchItems } from '@/domain/bench/today';
import { bookingItems } from '@/domain/bookings/today';
import { briefItems } from '@/domain/brief/today';
import { buildItems } from '@/domain/builds/today';
import { conceptItems, teamItems } from '@/domain/concepts/today';
import { dataItems } from '@/domain/people/today';
import { eventItems } from '@/domain/event/today';
import { gateItems } from '@/domain/gates/today';
import { gradeItems } from '@/domain/grades/today';
import { changeItems, requirementItems } from '@/domain/requirements/today';
import { safetyItems } from '@/domain/safety/today';
import { scheduleItems } from '@/domain/plan/today';
import { sessionItems } from '@/domain/sessions/today';
import type { TodayGiven, TodayItem, TodayProvider } from '@/domain/today';

/** The registry of Today: each feature hands in its own lines under its sheet; a new one is added here. */
const PROVIDERS: readonly (readonly [sheet: string, provider: TodayProvider])[] = [
  ['schedule', scheduleItems],
  ['schedule', gateItems],
  ['schedule', bookingItems],
  ['safety', safetyItems],
  ['bench', sessionItems],
  ['brief', briefItems],
  ['requirements', changeItems],
  ['requirements', requirementItems],
  ['concepts', conceptItems],
  ['teams', teamItems],
  ['builds', buildItems],
  ['bench', benchItems],
  ['event', eventItems],
  ['grades', gradeItems],
  ['data', dataItems],
];

/** All lines but those of sheets the course does not use, most urgent first; equal ones in the order of the registry. */
export function todayItems(hidden: readonly string[], given: TodayGiven): TodayItem[] {
  return PROVIDERS.filter(([sheet]) => !hidden.includes(sheet))
    .flatMap(([, provider]) => provider(given))
    .sort((a, b) => b.urgency - a.urgency);
}
