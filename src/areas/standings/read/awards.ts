import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';

/** How an award is found. */
export type AwardRule =
  | { of: 'standings'; place: number }
  | { of: 'event'; eventId: string; place: number }
  | { of: 'contest'; contestId: string; place: number }
  | { of: 'rubric'; rubricId: string }
  /** How much the runs of an event's protocol got better from the first iteration that ran to the last. */
  | { of: 'improvement'; eventId: string }
  /** Whose counted result lay closest to what the team had said. */
  | { of: 'prediction'; eventId: string }
  | { of: 'audience' }
  | { of: 'hand'; teamId: string; why: string };
export interface Award {
  id: string;
  name: string;
  position: number;
  rule: AwardRule;
  trophy: string;
  version: number;
}
export interface Prediction {
  id: string;
  eventId: string;
  teamId: string;
  value: number;
  unit: string;
  version: number;
}

export const listAwards = remembered(async (sql: Sql, projectId: string): Promise<Award[]> => {
  return sql<Award[]>`
    select id, name, position, rule, trophy, version from award where project_id = ${projectId} order by position, name`;
});

export const listPredictions = remembered(async (sql: Sql, projectId: string): Promise<Prediction[]> => {
  return sql<Prediction[]>`
    select p.id, p.event_id, p.team_id, p.value, p.unit, p.version from prediction p join team t on t.id = p.team_id
    where p.project_id = ${projectId} order by p.event_id, t.name`;
});

/** How many votes each team has from the audience; a vote is not told in the history, so this is read anew each time. */
export async function countVotes(sql: Sql, projectId: string): Promise<Map<string, number>> {
  const rows = await sql<{ teamId: string; votes: number }[]>`
    select team_id, count(*)::int as votes from audience_vote where project_id = ${projectId} group by team_id`;
  return new Map(rows.map(({ teamId, votes }) => [teamId, votes]));
}

/** Results that everybody with the address can see. */
export interface ShownResults {
  id: string;
  shownAt: Date;
  shownBy: string;
  endedAt: Date | null;
}
export const listShownResults = remembered(async (sql: Sql, projectId: string): Promise<ShownResults[]> => {
  return sql<ShownResults[]>`
    select id, shown_at, shown_by, ended_at from shown_results where project_id = ${projectId} order by shown_at desc limit 20`;
});
