import { countNames, isDue } from './retention';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import { day, plural } from '@/core/format';
import { type Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';

/** What these lines are made from. */
async function load(sql: Sql, { projectId, today, leads, retentionUntil }: Asked) {
  const [names] = await Promise.all([leads && isDue(retentionUntil, today) ? countNames(sql, projectId) : 0]);
  return { names };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** A month before the day until which data is kept, and from then on: names are due to be erased. */
export const dataItems = ({ leads, retentionUntil, names, today, href }: Given): TodayItem[] => {
  if (!leads || names === 0 || !isDue(retentionUntil, today)) return [];
  const left = differenceInCalendarDays(parseISO(retentionUntil), parseISO(today));
  return [
    {
      teamId: null,
      urgency: left < 0 ? 90 : 35,
      tone: left < 0 ? ('brick' as const) : ('ochre' as const),
      headline:
        left < 0 ? `Data was kept until ${day(retentionUntil, true)}` : `Data is kept ${plural(left, 'day')} more`,
      detail: `${plural(names, 'name')} ${left < 0 ? 'are' : 'will be'} due to be erased. The work stays.`,
      href: href('data'),
      label: 'Data',
    },
  ];
};

export const peopleToday = todayPart('data', load, dataItems);
