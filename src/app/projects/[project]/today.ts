import { buildItems } from '@/features/builds/today';
import { dataItems } from '@/features/data/today';
import { eventItems } from '@/features/event/today';
import { gradeItems } from '@/features/grades/today';
import { requirementItems } from '@/features/requirements/today';
import { scheduleItems } from '@/features/schedule/today';
import type { TodayGiven, TodayItem, TodayProvider } from '@/server/today';

/** The registry of Today: each feature hands in its own lines; a new one is added here. */
const PROVIDERS: readonly TodayProvider[] = [
  scheduleItems,
  requirementItems,
  buildItems,
  eventItems,
  gradeItems,
  dataItems,
];

/** All lines, most urgent first; equal ones in the order of the registry. */
export function todayItems(given: TodayGiven): TodayItem[] {
  return PROVIDERS.flatMap((provider) => provider(given)).sort((a, b) => b.urgency - a.urgency);
}
