import { compare, conclude, sayingOf, standing, type Better, type Saying, type Standing } from '@/core/bench';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import type { Protocol } from './protocols';
import type { RunGroup } from '@/areas/bench/read/run';
import { runsOfBoth } from './atSettings';
import { isId, type Target } from '@/server/access';

/** What a team concludes from the runs of two iterations, and what these said when it did. */
export interface Conclusion {
  id: string;
  teamId: string;
  protocolId: string;
  quantityId: string;
  beforeId: string;
  afterId: string;
  text: string;
  verdict: Saying;
  runs: number;
  /** Whether the other design may still be seen by the team: one that was released can be hidden again. */
  open: boolean;
  version: number;
}

export const listConclusions = remembered(async (sql: Sql, projectId: string): Promise<Conclusion[]> => {
  return sql<Conclusion[]>`
    select c.id, c.team_id, c.protocol_id, coalesce(c.quantity_id, q.id) as quantity_id, c.before_id, c.after_id, c.text, c.verdict, c.runs,
      b.team_id = c.team_id or b.released_at is not null as open, c.version
    from conclusion c join iteration b on b.id = c.before_id join quantity q on q.protocol_id = c.protocol_id and q.position = 0
    where c.project_id = ${projectId} and c.withdrawn_at is null order by c.created_at, c.id`;
});

/** Whose conclusion it is; null when there is none in the project. */
export async function conclusionTarget(sql: Sql, id: unknown, projectId: string): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ teamId: string }[]>`
    select team_id from conclusion where id = ${id} and project_id = ${projectId}`;
  return row ?? null;
}

/** What the runs of two iterations under a protocol say now. */
export interface SaidNow {
  saying: Saying;
  /** Valid runs of both. */
  runs: number;
  sentence: string;
}

/** null where one of the two has no run under it, or may not be seen any more. */
export function saidNow(
  { beforeId, afterId, open }: Pick<Conclusion, 'beforeId' | 'afterId' | 'open'>,
  protocol: Protocol,
  runs: readonly RunGroup[],
  better: Better | null,
  nameOf: (iterationId: string) => string,
): SaidNow | null {
  const both = open && runsOfBoth(protocol, beforeId, afterId, runs);
  if (!both) return null;
  const [a, b] = both;
  const comparison = compare({ a: a.values, b: b.values, better: better ?? 'higher', permutations: false });
  const [sentence] = conclude({
    a: nameOf(beforeId),
    b: nameOf(afterId),
    parameter: protocol.parameterName,
    unit: protocol.unit,
    better,
    n: [a.values.length, b.values.length],
    comparison,
    changed: [],
  });
  return { saying: sayingOf(comparison), runs: a.values.length + b.values.length, sentence: sentence! };
}

/** How a conclusion stands by the runs there are now. */
export const standingOf = ({ verdict }: Pick<Conclusion, 'verdict'>, now: SaidNow | null): Standing =>
  standing(verdict, now?.saying ?? 'not-separable');
