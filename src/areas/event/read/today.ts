import type { Sql } from '@/db/connection';
import { shortName } from '@/core/format';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import {
  countAttempts,
  readSources,
  correctionText,
  listCorrections,
  listOpenings,
  openingOf,
  opennessAt,
} from '@/areas/bench';
import { listLatestIterations } from '@/areas/builds';

/** What these lines are made from. */
async function load(sql: Sql, { projectId, since }: Asked) {
  const [latest, sources, attempts, openings, corrections] = await Promise.all([
    listLatestIterations(sql, projectId),
    readSources(sql, projectId),
    countAttempts(sql, projectId),
    listOpenings(sql, projectId),
    listCorrections(sql, projectId, { since }),
  ]);
  return { latest, sources, attempts, openings, corrections };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Attempts that were changed since the last meeting, for the team and whoever leads; then teams that have attempts left. */
export const eventItems = (given: Given): TodayItem[] => [...changedItems(given), ...attemptsLeft(given)];

function changedItems({ teams, corrections, href }: Given): TodayItem[] {
  return teams.flatMap((team) => {
    const own = corrections.filter((one) => one.teamId === team.id);
    const [first] = own;
    if (!first) return [];
    const events = [...new Set(own.map((one) => one.eventName))].join(', ');
    return [
      {
        teamId: team.id,
        urgency: 62,
        tone: 'ochre' as const,
        headline: `${own.length === 1 ? 'An attempt was' : `${own.length} attempts were`} changed in ${events}`,
        detail: own.map((one) => `${correctionText(one)} by ${shortName(one.by)}, because: ${one.reason}`).join('; '),
        href: href(`bench/runs/${first.runId}`),
        label: 'Run',
      },
    ];
  });
}

/** Of events that are open in the team's section. */
function attemptsLeft({ teams, latest, sources, attempts, openings, at, href }: Given): TodayItem[] {
  const shown = sources.events.filter((event) => !event.hidden);
  return teams
    .filter((team) => latest.some((iteration) => iteration.teamId === team.id))
    .flatMap((team) => {
      const open = shown.flatMap((event) => {
        if (opennessAt(openingOf(openings, event.id, team.sectionId), at) !== 'open') return [];
        const made = attempts.find((one) => one.eventId === event.id && one.teamId === team.id)?.made ?? 0;
        return made < event.attemptsAllowed ? [{ event, made }] : [];
      });
      if (open.length === 0) return [];
      const detail = open.map(({ event, made }) => `${event.name} ${made} of ${event.attemptsAllowed}`).join(', ');
      return [
        {
          teamId: team.id,
          urgency: 20,
          tone: 'ink' as const,
          headline: 'Attempts left',
          detail: `Made: ${detail}`,
          href: href('bench/enter'),
          label: 'Enter runs',
        },
      ];
    });
}

export const eventToday = todayPart('event', load, eventItems);
