import { differenceInMinutes, parseISO } from 'date-fns';
import { endOf } from '@/core/calendar';
import { type Sql } from '@/db/connection';
import { listSections, meetingsOf } from '@/areas/course/read/classes';
import { projectNow } from '@/server/clock';

/** How long a device is shared outside of any lesson, how long before one begins it counts, and how much longer it lasts: minutes. */
const WITHOUT_LESSON = 120;
const BEFORE = 15;
const AFTER = 10;
const minutesTo = (moment: string, now: string) => differenceInMinutes(parseISO(moment), parseISO(now));

/**
 * For how many minutes two students may share a device: until the lesson is over that one of them is in, or that is about to begin. Null when they
 * are in no project together.
 */
export async function sharedMinutes(sql: Sql, one: string, other: string): Promise<number | null> {
  const together = await sql<{ id: string; pinnedNow: string | null; timeZone: string; sectionIds: string[] }[]>`
    select p.id, p.pinned_now, p.time_zone, array_agg(e.section_id) as section_ids
    from enrolment e join project p on p.id = e.project_id
    where e.account_id = any(${[one, other]}) and e.left_on is null
    group by p.id having count(*) = 2`;
  if (together.length === 0) return null;
  const left = await Promise.all(
    together.map(async (project) => {
      const now = projectNow(project);
      const sections = (await listSections(sql, project.id)).filter(({ id }) => project.sectionIds.includes(id));
      return sections
        .flatMap((section) => meetingsOf(section))
        .filter(({ date, start }) => minutesTo(`${date}T${start}`, now) <= BEFORE)
        .map((meeting) => minutesTo(endOf(meeting), now))
        .filter((minutes) => minutes > 0);
    }),
  );
  const lessons = left.flat();
  return lessons.length > 0 ? Math.max(...lessons) + AFTER : WITHOUT_LESSON;
}
