import { factsUsed } from '@/core/scoring';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import { listQuantities, listEvents, listScoredRuns } from '@/areas/bench';
import { listTeams } from '@/areas/course';
import { listFacts, resultsOf, type EventResults } from './scoring';

/** Results of every event over all teams of the project. */
export const loadEventResults = remembered(async (sql: Sql, projectId: string): Promise<EventResults[]> => {
  const [events, protocols, teams, attempts] = await Promise.all([
    listEvents(sql, projectId),
    listQuantities(sql, projectId),
    listTeams(sql, projectId),
    listScoredRuns(sql, projectId),
  ]);
  const facts = events.some((event) => factsUsed(event.rule).length > 0) ? await listFacts(sql, projectId) : new Map();
  return events.map((event) =>
    resultsOf(
      event,
      protocols.find((p) => p.quantityId === event.quantityId)!,
      teams,
      attempts,
      facts,
    ),
  );
});
