import { benchItems } from '@/features/bench/today';
import { bookingItems } from '@/features/bookings/today';
import { briefItems } from '@/features/brief/today';
import { buildItems } from '@/features/builds/today';
import { conceptItems, teamItems } from '@/features/concepts/today';
import { dataItems } from '@/features/data/today';
import { eventItems } from '@/features/event/today';
import { gateItems } from '@/features/gates/today';
import { gradeItems } from '@/features/grades/today';
import { changeItems, requirementItems } from '@/features/requirements/today';
import { safetyItems } from '@/features/safety/today';
import { scheduleItems } from '@/features/schedule/today';
import { sessionItems } from '@/features/sessions/today';
import type { TodayGiven, TodayItem, TodayProvider } from '@/server/today';

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
