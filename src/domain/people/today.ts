import { remembered } from '@/db/remember';
import { addDays, differenceInCalendarDays, parseISO } from 'date-fns';
import { day, plural } from '@/core/format';
import { type Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';

/** What these lines are made from. */
async function load(sql: Sql, { projectId, today, leads, retentionUntil }: Asked) {
  const [names] = await Promise.all([leads && isDue(retentionUntil, today) ? countNames(sql, projectId) : 0]);
  return { names };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

const WARNED_DAYS = 31;

/** Whether names are due to be erased within a month, or overdue. */
export function isDue(retentionUntil: string, today: string): boolean {
  return addDays(parseISO(today), WARNED_DAYS) >= parseISO(retentionUntil);
}

/** How many people of the project still stand there by name. */
export const countNames = remembered(async (sql: Sql, projectId: string): Promise<number> => {
  const [row] = await sql<[{ n: number }]>`
    select count(*) as n from enrolment e join account a on a.id = e.account_id
    where e.project_id = ${projectId} and a.erased_at is null`;
  return row.n;
});

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
