import { groupBy } from '@/core/shared/groupBy';
import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';

/** One of several that were built of an iteration. */
export interface Copy {
  id: string;
  iterationId: string;
  number: number;
  /** What happened to it, oldest first. */
  notes: { id: string; kind: 'broke' | 'repaired'; what: string; at: Date }[];
}

/** The copies of some iterations, with what happened to each. */
export const listCopies = remembered(async (sql: Sql, projectId: string, iterationIds: string[]): Promise<Copy[]> => {
  const [copies, notes] = await Promise.all([
    sql<Omit<Copy, 'notes'>[]>`
      select id, iteration_id, number from specimen
      where project_id = ${projectId} and iteration_id = any(${iterationIds}) order by iteration_id, number`,
    sql<(Copy['notes'][number] & { specimenId: string })[]>`
      select n.id, n.specimen_id, n.kind, n.what, n.happened_at as at from specimen_note n
      join specimen s on s.project_id = ${projectId} and s.id = n.specimen_id
      where n.project_id = ${projectId} and s.iteration_id = any(${iterationIds}) order by n.happened_at, n.created_at, n.id`,
  ]);
  const byCopy = groupBy(notes, ({ specimenId }) => specimenId);
  return copies.map((copy) => ({
    ...copy,
    notes: (byCopy.get(copy.id) ?? []).map(({ id, kind, what, at }) => ({ id, kind, what, at })),
  }));
});

/** Whether it broke and nobody has repaired it since. */
export const isBroken = ({ notes }: Pick<Copy, 'notes'>): boolean => notes.at(-1)?.kind === 'broke';

/** The iterations whose copies are all broken, with how many there are. */
export const listAllBroken = remembered(
  async (sql: Sql, projectId: string): Promise<{ iterationId: string; copies: number }[]> => {
    return sql<{ iterationId: string; copies: number }[]>`
      select s.iteration_id, count(*)::int as copies from specimen s
      left join lateral (select kind from specimen_note n where n.specimen_id = s.id
        order by n.happened_at desc, n.created_at desc, n.id desc limit 1) last on true
      where s.project_id = ${projectId} group by s.iteration_id having bool_and(last.kind is not distinct from 'broke')`;
  },
);

/** Whose iteration a copy is of; null when there is no such copy in the project. */
export async function copyTarget(sql: Sql, id: unknown, projectId: string): Promise<Target | null> {
  if (!isId(id)) return null;
  const [row] = await sql<{ teamId: string; released: boolean }[]>`
    select i.team_id, i.released_at is not null as released from specimen s join iteration i on i.id = s.iteration_id
    where s.id = ${id} and s.project_id = ${projectId}`;
  return row ?? null;
}

/** The runs of one copy under a protocol, from one repair to the next. */
export interface Stretch {
  name: string;
  n: number;
  /** In the protocol's unit; the spread is null for one run. */
  mean: number;
  standardDeviation: number | null;
}
/** The copies of an iteration held against each other, by the runs under one protocol. */
export interface CopiesCompared {
  protocol: { id: string; name: string; unit: string };
  /** At which settings the runs were made. */
  at: string;
  stretches: Stretch[];
  says: string;
}
