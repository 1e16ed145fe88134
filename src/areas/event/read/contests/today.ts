import { whoDid } from '@/core/names';
import { clockHere } from '@/server/clock';
import { plural } from '@/core/format';
import type { Sql } from '@/db/connection';
import { readClock } from '@/areas/course';
import { notCleared, readInspections } from '@/areas/event/read/inspections';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { loadDay, nextOf } from './day';
import { listProtests } from '@/areas/event/read/contests';
import { stopNow } from '@/areas/safety';

/** What these lines are made from. */
async function load(sql: Sql, { projectId, at }: Asked) {
  const project = await readClock(sql, projectId);
  const [day, inspected, protests, stop] = await Promise.all([
    loadDay(sql, project, at.getTime()),
    readInspections(sql, projectId),
    listProtests(sql, projectId),
    stopNow(sql, projectId),
  ]);
  return { project, day, inspected, protests, stop };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** The day of the event: a call to stop, what the desks have to decide, who is needed where, and who may not start yet. */
export const contestItems = (given: Given): TodayItem[] => [
  ...stopItem(given),
  ...decisions(given),
  ...nextMatches(given),
  ...inspections(given),
];

function stopItem({ stop, day, today, href }: Given): TodayItem[] {
  if (!stop) return [];
  const contest = day.contests.find((one) => one.contest.day === today && one.contest.openedAt);
  return [
    {
      teamId: null,
      urgency: 99,
      tone: 'brick',
      headline: 'The day is stopped',
      detail: `${whoDid(stop.byName)}${stop.reason ? `: ${stop.reason}` : ''}. Nothing starts until it is lifted at a desk`,
      href: href(contest ? `event/contests/${contest.contest.id}/desk` : 'event/programme'),
      label: 'Desk',
    },
  ];
}

/** What somebody has to decide: results that differ, and protests. */
function decisions({ leads, day, protests, href }: Given): TodayItem[] {
  if (!leads) return [];
  return day.contests.flatMap(({ contest, stand }): TodayItem[] => {
    const clashes = stand?.clashes.length ?? 0;
    const open = protests.filter((one) => one.contestId === contest.id && one.upheld === null).length;
    if (clashes + open === 0) return [];
    const says = [
      clashes > 0 && `${plural(clashes, 'result')} entered differently at two desks`,
      open > 0 && `${plural(open, 'protest')} not ruled on`,
    ];
    return [
      {
        teamId: null,
        urgency: 93,
        tone: 'brick',
        headline: `${contest.name}: to decide`,
        detail: says.filter(Boolean).join('; '),
        href: href(`event/contests/${contest.id}${clashes > 0 ? '/desk' : ''}`),
        label: clashes > 0 ? 'Desk' : 'Contest',
      },
    ];
  });
}

/** When and where each team is needed next, on the day itself. */
function nextMatches({ project, teams, day, today, href }: Given): TodayItem[] {
  const nameOf = (id: string) => day.teams.find((one) => one.id === id)?.name ?? 'a team that left';
  return day.contests
    .filter(({ contest, over }) => contest.openedAt !== null && contest.day === today && !over)
    .flatMap((one) =>
      teams.flatMap(({ id }): TodayItem[] => {
        const next = one.teams.includes(id) ? nextOf(one, id) : null;
        if (!next) return [];
        const place = `${one.contest.format === 'lanes' ? 'lane' : 'ring'} ${next.ring}`;
        const when = {
          on: `on ${place} now`,
          called: `called to ${place}`,
          waits: `about ${clockHere(project)(next.at)}, ${place}`,
        }[next.state];
        return [
          {
            teamId: id,
            urgency: next.state === 'waits' ? 58 : 88,
            tone: next.state === 'waits' ? 'ink' : 'iron',
            headline: `${one.contest.name}: ${when}`,
            detail: next.against ? `Against ${nameOf(next.against)}` : `In ${next.match}`,
            href: href(`event/contests/${one.contest.id}`),
            label: 'Contest',
          },
        ];
      }),
    );
}

/** Who may not start yet, once a contest is open or it is the day of the event. */
function inspections({ teams, day, inspected, today, eventDate, href }: Given): TodayItem[] {
  const near =
    today === eventDate || day.contests.some(({ contest, over }) => contest.openedAt && contest.day === today && !over);
  if (!near) return [];
  return teams.flatMap(({ id }): TodayItem[] => {
    const why = notCleared(inspected, id);
    return why
      ? [
          {
            teamId: id,
            urgency: 74,
            tone: 'ochre',
            headline: 'May not start yet',
            detail: `In the entry inspection: ${why}`,
            href: href('event/inspection'),
            label: 'Inspection',
          },
        ]
      : [];
  });
}

export const contestsToday = todayPart('event', load, contestItems);
