import type { Sql } from '@/db/connection';
import { number } from '@/core/format';
import type { JudgedAward } from './winners';
import type { DayContest } from '@/areas/event';
import type { Standings } from '@/areas/standings/read/standings';

/** Results as they are shown to everybody: names of teams, places and points, and nothing about people. */
export interface ShownContent {
  title: string;
  client: string;
  day: string;
  standings: { place: number | null; team: string; points: string }[];
  events: { name: string; rows: { place: number | null; team: string; points: string }[] }[];
  contests: { name: string; rows: { place: number | null; team: string }[] }[];
  awards: { name: string; teams: string[]; because: string }[];
}

export function shownContent(
  project: { title: string; clientName: string; eventDate: string },
  standings: Standings,
  contests: readonly DayContest[],
  awards: readonly JudgedAward[],
  nameOf: (id: string) => string,
): ShownContent {
  return {
    title: project.title,
    client: project.clientName,
    day: project.eventDate,
    standings: standings.table.map(({ place, teamId, total }) => ({
      place,
      team: nameOf(teamId),
      points: number(total, 1),
    })),
    events: standings.events.map(({ event, results }) => ({
      name: event.name,
      rows: results
        .filter(({ place }) => place !== null)
        .map(({ place, teamId, points }) => ({ place, team: nameOf(teamId), points: number(points, 1) }))
        .sort((a, b) => a.place! - b.place!),
    })),
    contests: contests
      .filter(({ stand, over }) => stand && over)
      .map(({ contest, stand }) => ({
        name: contest.name,
        rows: stand!.played.places
          .filter(({ place }) => place !== null)
          .map(({ place, team }) => ({ place, team: nameOf(team) })),
      })),
    awards: awards
      .filter(({ winners }) => winners.length > 0)
      .map(({ award, winners }) => ({
        name: award.name,
        teams: winners.map(({ teamId }) => nameOf(teamId)),
        because: [...new Set(winners.map(({ because }) => because))].join('; '),
      })),
  };
}

/** The results that were frozen under the hash of a secret, as of when; null once they are not shown any more. */
export async function findShown(sql: Sql, tokenHash: Buffer): Promise<(ShownContent & { asOf: string }) | null> {
  const [row] = await sql<{ content: ShownContent & { asOf: string } }[]>`
    select content from shown_results where token_hash = ${tokenHash} and ended_at is null`;
  return row?.content ?? null;
}
