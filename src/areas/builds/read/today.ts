import { day, plural } from '@/core/format';
import type { Sql } from '@/db/connection';
import { listSections, listStudents } from '@/areas/course';
import { listAllBroken } from './copies';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { FIRST_CHANGE } from './first';
import { lackingOf } from './lacking';
import { findBuildRule, listIterations, type Iteration } from './iterations';
import { STILL, stillOfTeam } from './still';

/** What these lines are made from. */
async function load(sql: Sql, { projectId }: Asked) {
  const [iterations, sections, rule, broken] = await Promise.all([
    listIterations(sql, projectId),
    listSections(sql, projectId),
    findBuildRule(sql, projectId),
    listAllBroken(sql, projectId),
  ]);
  const students = rule.leastMember === null ? [] : await listStudents(sql, projectId);
  return { iterations, sections, rule, students, broken };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Teams without an iteration, those whose first one says nothing yet, and those whose design stands still. */
export const buildItems = (given: Given): TodayItem[] => [
  ...missing(given),
  ...undescribed(given),
  ...allBroken(given),
  ...lacking(given),
  ...standing(given),
];

const newestOf = (iterations: readonly Iteration[], teamId: string) =>
  iterations.findLast((iteration) => iteration.teamId === teamId);

const undescribed = ({ teams, iterations, href }: Given): TodayItem[] =>
  teams
    .flatMap((team) => newestOf(iterations, team.id) ?? [])
    .filter(({ change }) => change === FIRST_CHANGE)
    .map(({ id, teamId, number }) => ({
      teamId,
      urgency: 41,
      tone: 'ochre' as const,
      headline: `Iteration ${number} is to be completed`,
      detail: 'It was made with its first run: say what it is, and enter what was measured on it.',
      href: href(`builds/${id}`),
      label: 'Complete it',
    }));

const missing = ({ teams, iterations, href }: Given): TodayItem[] =>
  teams
    .filter((team) => !newestOf(iterations, team.id))
    .map((team) => ({
      teamId: team.id,
      urgency: 40,
      tone: 'ink' as const,
      headline: 'No iteration yet',
      detail: 'The first one is recorded under Builds, or made with the team’s first run.',
      href: href('builds'),
      label: 'Builds',
    }));

/** Teams that have nothing to run with: every copy of their newest iteration is broken. */
const allBroken = ({ teams, iterations, broken, href }: Given): TodayItem[] =>
  teams.flatMap((team) => {
    const newest = newestOf(iterations, team.id);
    const own = broken.find(({ iterationId }) => iterationId === newest?.id);
    if (!newest || !own) return [];
    return [
      {
        teamId: team.id,
        urgency: 45,
        tone: 'ochre' as const,
        headline: `All ${plural(own.copies, 'copy', 'copies')} of iteration ${newest.number} are broken`,
        detail: 'Look at the pieces, repair one and note what was done, or record a new iteration.',
        href: href(`builds/${newest.id}`),
        label: 'Copies',
      },
    ];
  });

/** What the course asks of the designs and a team does not have yet. */
const lacking = ({ teams, iterations, rule, students, href }: Given): TodayItem[] =>
  teams.flatMap((team) => {
    const own = iterations.filter(({ teamId }) => teamId === team.id);
    const lacks = lackingOf(
      rule,
      own,
      students.filter(({ teamId }) => teamId === team.id),
    );
    if (lacks.length === 0 || own.length === 0) return [];
    return [
      {
        teamId: team.id,
        urgency: 30,
        tone: 'ink' as const,
        headline: 'Iterations are missing',
        detail: `${lacks.join('; ')}${rule.frozenFrom ? `; frozen from ${day(rule.frozenFrom)}` : ''}`,
        href: href('builds'),
        label: 'Builds',
      },
    ];
  });

/** For whoever leads: which designs have changed in nothing that can be measured, in one line. */
function standing({ teams, iterations, sections, today, leads, href }: Given): TodayItem[] {
  if (!leads) return [];
  const named = teams.flatMap((team) => {
    const still = stillOfTeam(team, iterations, sections, today);
    return still && still.meetings >= STILL ? [`${team.name} (${plural(still.meetings, 'meeting')})`] : [];
  });
  if (named.length === 0) return [];
  return [
    {
      teamId: null,
      urgency: 22,
      tone: 'ink',
      headline: `${plural(named.length, 'team')} changed nothing measurable for ${STILL} meetings or more`,
      detail: named.join(', '),
      href: href('builds/class'),
      label: 'Class',
    },
  ];
}

export const buildsToday = todayPart('builds', load, buildItems);
