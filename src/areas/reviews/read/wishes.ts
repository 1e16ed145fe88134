import { outcomeFrom, type Outcome } from '@/core/reviews';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import { listStatements, type Statement, listRequirements } from '@/areas/brief';
import type { Packet } from './packet';

/** What a team says became of a wish, and what the client says to that. */
export interface WishOutcome {
  id: string;
  teamId: string;
  statementId: string;
  state: Outcome;
  how: string;
  reason: string;
  agrees: boolean | null;
  comment: string;
  client: string;
  version: number;
}
export const listOutcomes = remembered(async (sql: Sql, projectId: string): Promise<WishOutcome[]> => {
  return sql<WishOutcome[]>`
    select id, team_id, statement_id, state, how, reason, agrees, comment, client, version from wish_outcome
    where project_id = ${projectId} order by statement_id, id`;
});

/** A wish of the client in their own words, next to what became of it. */
export interface Wish {
  statement: Pick<Statement, 'id' | 'sentence' | 'saidBy' | 'saidOn' | 'codes'>;
  /** The requirements made from it, as the packet showed them. */
  evidence: Packet['requirements'];
  /** What that evidence says; null where it says nothing. */
  says: Outcome | null;
  outcome: WishOutcome | null;
}

/** Each sentence of the client for a team, with what its packet showed of the requirements made from it. */
export async function listWishes(sql: Sql, projectId: string, teamId: string, packet: Packet | null): Promise<Wish[]> {
  const [statements, requirements, outcomes] = await Promise.all([
    listStatements(sql, projectId),
    listRequirements(sql, projectId),
    listOutcomes(sql, projectId),
  ]);
  const madeFrom = (statementId: string) =>
    requirements
      .filter(({ sources }) => sources.some((source) => source.statementId === statementId))
      .map(({ id }) => id);
  return statements.map((statement) => {
    const ids = madeFrom(statement.id);
    const evidence = (packet?.requirements ?? []).filter(({ id }) => ids.includes(id));
    return {
      statement,
      evidence,
      says: outcomeFrom(evidence.map(({ verdict }) => verdict)),
      outcome: outcomes.find((one) => one.teamId === teamId && one.statementId === statement.id) ?? null,
    };
  });
}
