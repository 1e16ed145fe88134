import { dateOf, dayNumber } from '@/core/calendar';
import { safetyHolds } from '@/areas/plan/read/gates/holds';
import { pacesOf } from '@/areas/plan/read/pace';
import { hazardsOf, readSafety } from '@/areas/safety';
import { day, plural, withQuery } from '@/core/format';
import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { listSections, listStudents } from '@/areas/course';
import { listStages } from '@/areas/plan/read/stages';

/** What these lines are made from. */
async function load(sql: Sql, { projectId }: Asked) {
  const [sections, stages, safety, students] = await Promise.all([
    listSections(sql, projectId),
    listStages(sql, projectId),
    readSafety(sql, projectId),
    listStudents(sql, projectId),
  ]);
  return { sections, stages, safety, students };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** How long before its end a sign-off is spoken of, in days. */
const SOON = 7;

/** What is missing for the work that each team is at, and sign-offs that end soon. */
export const safetyItems = (given: Given): TodayItem[] => [
  ...missingItems(given),
  ...(given.leads ? endingItems(given) : []),
];

function missingItems({ sections, teams, stages, eventDate, now, today, safety, students, href, leads }: Given) {
  if (safety.hazards.length === 0) return [];
  const paces = pacesOf(sections, teams, stages, { eventDate, now });
  return paces.flatMap((pace): TodayItem[] => {
    if (!pace.current) return [];
    const hazards = hazardsOf(safety.hazards, 'stages', pace.current.id);
    const members = students
      .filter((one) => one.teamId === pace.teamId)
      .map(({ accountId, name }) => ({ id: accountId, name }));
    const holds = safetyHolds(safety, hazards, { id: pace.teamId, members }, today, 'each');
    if (holds.length === 0) return [];
    const reading = holds.every((hold) => hold.of === 'reading');
    return [
      {
        teamId: pace.teamId,
        urgency: 66,
        tone: 'ochre',
        headline: reading ? 'Cautions not read yet' : 'Sign-offs missing',
        detail: `for ${pace.current.name}: ${holds.map((hold) => hold.says).join('; ')}`,
        href: leads
          ? withQuery(href(reading ? 'safety' : 'safety/sign-offs'), { team: pace.teamId })
          : href(reading ? 'safety' : 'safety/sign-offs'),
        label: 'Safety',
      },
    ];
  });
}

function endingItems({ safety, teams, students, today, href }: Given): TodayItem[] {
  const soon = dateOf(dayNumber(today) + SOON);
  const here = new Set(
    students.filter((one) => teams.some((team) => team.id === one.teamId)).map((one) => one.accountId),
  );
  const ending = safety.signOffs.filter(
    ({ personId, validUntil }) => here.has(personId) && validUntil !== null && validUntil <= soon,
  );
  if (ending.length === 0) return [];
  const first = ending.map((one) => one.validUntil!).sort()[0]!;
  return [
    {
      teamId: null,
      urgency: 43,
      tone: 'ochre',
      headline: `${plural(ending.length, 'training sign-off')} ended or ending within ${SOON} days`,
      detail: first < today ? `the first ended on ${day(first)}` : `the first ends on ${day(first)}`,
      href: href('safety/sign-offs'),
      label: 'Sign-offs',
    },
  ];
}

export const safetyToday = todayPart('safety', load, safetyItems);
