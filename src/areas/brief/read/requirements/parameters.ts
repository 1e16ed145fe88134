import { remembered } from '@/db/remember';
import type { Dimension } from '@/core/units';
import type { Axis } from '@/core/builds';
import type { Judged } from '@/areas/brief/read/requirements';
import { type Sql } from '@/db/connection';

export interface Parameter {
  id: string;
  name: string;
  dimension: Dimension;
  /** Which side of the size it is. */
  axis: Axis | null;
  /** Whether a requirement, a protocol, a measurement or a claim names it. */
  used: boolean;
}

export const listParameters = remembered(async (sql: Sql, projectId: string): Promise<Parameter[]> => {
  return sql<Parameter[]>`
    select p.id, p.name, p.dimension, p.axis, exists (select from requirement x where x.project_id = ${projectId} and x.parameter_id = p.id)
      or exists (select from quantity x where x.project_id = ${projectId} and x.parameter_id = p.id) or exists (select from measurement x where x.project_id = ${projectId} and x.parameter_id = p.id)
      or exists (select from iteration_change x where x.project_id = ${projectId} and x.claim_parameter_id = p.id) as used
    from parameter p where p.project_id = ${projectId} order by p.name`;
});

/** Who can own a requirement: the students and instructors of the project. */
export async function listOwners(sql: Sql, projectId: string): Promise<{ id: string; name: string }[]> {
  return sql<{ id: string; name: string }[]>`
    select a.id, a.name from account a where a.erased_at is null and (
      exists (select from enrolment e where e.project_id = ${projectId} and e.account_id = a.id and e.left_on is null)
      or exists (select from project_instructor i where i.project_id = ${projectId} and i.account_id = a.id)) order by a.name, a.id`;
}

/** The pairwise judgements made so far. */
export async function readJudgements(sql: Sql, projectId: string): Promise<Judged[]> {
  const [row] = await sql<{ judgements: Judged[] }[]>`select judgements from weighing where project_id = ${projectId}`;
  return row?.judgements ?? [];
}
