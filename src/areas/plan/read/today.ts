import { listSections, meetingsOf, type Team } from '@/areas/course';
import { day, plural, shortName, weekday, withQuery } from '@/core/format';
import { pacesOf, type TeamPace } from './pace';
import { standsAt, stageWords } from '@/areas/plan/shared/words';
import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { listAway, listStages } from './stages';

/** What these lines are made from. */
async function load(sql: Sql, { projectId, today }: Asked) {
  const [sections, stages, away] = await Promise.all([
    listSections(sql, projectId),
    listStages(sql, projectId),
    listAway(sql, projectId, today),
  ]);
  return { sections, stages, away };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** What a project without a plan lacks, how every team stands in the plan, and who is away. */
export const scheduleItems = (given: Given): TodayItem[] =>
  given.leads ? [...noPlan(given), ...lastMeetings(given), ...teamItems(given), ...awayItems(given)] : teamItems(given);

function noPlan({ sections, teams, stages, today, eventDate, href }: Given): TodayItem[] {
  if (sections.length === 0 || teams.length === 0) return [];
  if (stages.length > 0 || today >= eventDate) return [];
  return [
    {
      teamId: null,
      urgency: 30,
      tone: 'ink' as const,
      headline: 'No plan yet',
      detail: 'Stages laid over the meetings say who is behind, and by how much, before it is too late.',
      href: href('schedule'),
      label: 'Schedule',
    },
  ];
}

function lastMeetings({ sections, teams, today, eventDate, href }: Given): TodayItem[] {
  const shown = sections.filter((section) => teams.some((team) => team.sectionId === section.id));
  return shown.flatMap((section) => {
    const left = meetingsOf(section).filter((m) => m.date >= today && m.date < eventDate).length;
    if (today >= eventDate || left > 3) return [];
    return [
      {
        teamId: null,
        tone: 'iron' as const,
        urgency: 70,
        headline: `Section ${section.name}: ${plural(left, 'meeting')} left`,
        detail: 'before the event, this one included',
        href: href('schedule'),
        label: 'Schedule',
      },
    ];
  });
}

function teamItems(given: Given): TodayItem[] {
  const { sections, teams, stages, eventDate, now, leads, today } = given;
  if (today >= eventDate) return [];
  const paces = pacesOf(sections, teams, stages, { eventDate, now });
  return paces.flatMap((pace) => {
    const team = teams.find((one) => one.id === pace.teamId)!;
    const items = [...paceItems(pace, team, given), ...returnedItems(pace, team, given)];
    return leads ? [...items, ...waitingItems(pace, team, given)] : items;
  });
}

const progressOf = (team: Team, { href, leads }: Given) =>
  leads ? withQuery(href('schedule/progress'), { team: team.id }) : href('schedule/progress');

function paceItems(pace: TeamPace, team: Team, given: Given): TodayItem[] {
  if (!pace.current) return [];
  const { behind, due, waitsUntil, current } = pace;
  const place = {
    teamId: team.id,
    always: true,
    href: progressOf(team, given),
    label: given.leads ? 'Progress' : 'Hand in',
  };
  const by = due
    ? `${due.date < given.today ? 'was due' : 'due'} by meeting ${due.number}, ${weekday(due.date)}`
    : 'past its last possible meeting';
  const blocked = waitsUntil ? `it can go on from ${day(waitsUntil)}, when what it waits for is there` : null;
  if (behind > 0) {
    const left = `work for ${plural(pace.workLeft, 'meeting')}, ${plural(pace.meetingsLeft, 'meeting')} left`;
    return [
      {
        ...place,
        urgency: 75 + Math.min(9, behind),
        tone: 'brick' as const,
        headline: `${standsAt(pace)}: ${stageWords(pace)}`,
        detail: [left, by, blocked].filter(Boolean).join('; '),
      },
    ];
  }
  return [
    {
      ...place,
      urgency: given.leads ? 6 : 58,
      tone: behind === 0 ? ('ochre' as const) : ('ink' as const),
      headline: given.leads ? stageWords(pace) : `Next: ${current.name}, ${by}`,
      detail: [
        given.leads ? `${standsAt(pace)}; ${by}` : `to hand in: ${current.handsIn || current.name}; ${standsAt(pace)}`,
        blocked,
      ]
        .filter(Boolean)
        .join('; '),
    },
  ];
}

function returnedItems(pace: TeamPace, team: Team, given: Given): TodayItem[] {
  return pace.returned.map(({ stage, note }) => ({
    teamId: team.id,
    href: `${progressOf(team, given)}#${stage.id}`,
    urgency: given.leads ? 20 : 88,
    tone: given.leads ? ('ink' as const) : ('brick' as const),
    headline: `“${stage.name}” came back`,
    detail: `still to be done: ${note}`,
    label: given.leads ? 'Progress' : 'Hand in again',
  }));
}

function waitingItems(pace: TeamPace, team: Team, given: Given): TodayItem[] {
  return pace.waiting.map((stage) => ({
    teamId: team.id,
    href: `${progressOf(team, given)}#${stage.id}`,
    urgency: 57,
    tone: 'ochre' as const,
    label: 'Look at it',
    headline: `“${stage.name}” handed in`,
    detail: 'not reviewed yet',
  }));
}

function awayItems({ teams, away, href }: Given): TodayItem[] {
  return teams.flatMap((team) => {
    const names = away.filter((one) => one.teamId === team.id).map((one) => shortName(one.name));
    if (names.length === 0) return [];
    return [
      {
        teamId: team.id,
        urgency: 54,
        tone: 'ochre' as const,
        headline: `Short of ${plural(names.length, 'member')} today`,
        detail: `away: ${names.join(', ')}`,
        href: href('schedule/lesson'),
        label: 'Lesson',
      },
    ];
  });
}

export const planToday = todayPart('schedule', load, scheduleItems);
