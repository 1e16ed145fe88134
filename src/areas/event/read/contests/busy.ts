import type { Sql } from '@/db/connection';
import { listSessions } from '@/areas/bench';
import { listContests, listDeskEntries } from '@/areas/event/read/contests';
import { standOf } from '@/areas/event/shared/contests/stand';

/** Where teams are needed just now besides one contest, in words by the team: nobody is in two places. */
export async function busyElsewhere(sql: Sql, projectId: string, but: string): Promise<Record<string, string>> {
  const [contests, entries, sessions] = await Promise.all([
    listContests(sql, projectId),
    listDeskEntries(sql, projectId),
    listSessions(sql, projectId),
  ]);
  const busy: Record<string, string> = {};
  for (const contest of contests) {
    if (contest.id === but || !contest.openedAt || contest.format === 'lanes') continue;
    const stand = standOf(
      contest,
      entries.filter(({ contestId }) => contestId === contest.id),
    );
    for (const { match, ring } of stand?.called ?? []) {
      const found = stand!.played.matches.find(({ id }) => id === match)!;
      for (const team of [found.a, found.b]) if (team) busy[team] = `on ring ${ring} of ${contest.name}`;
    }
  }
  for (const { eventName, marks } of sessions)
    for (const { teamId, startedAt, endedAt } of marks)
      if (startedAt && !endedAt) busy[teamId] = `at the rig for ${eventName}`;
  return busy;
}
