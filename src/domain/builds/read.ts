import { groupBy } from '@/core/shared/groupBy';
import { remembered } from '@/db/remember';
import type { Dimension } from '@/core/units';
import { type Sql } from '@/db/connection';

export interface Measurement {
  parameterId: string;
  parameterName: string;
  dimension: Dimension;
  value: number | null;
  unit: string | null;
  answer: boolean | null;
  measuredOn: string;
  instrumentId: string | null;
  instrumentName: string | null;
  instrumentUnit: string | null;
  resolution: number | null;
  accuracy: number | null;
}
export interface Iteration {
  id: string;
  teamId: string;
  number: number;
  parentId: string | null;
  parentNumber: number | null;
  state: 'planned' | 'building' | 'built' | 'tested' | 'retired';
  change: string;
  reason: string;
  builtOn: string;
  released: boolean;
  /** Who made it; somebody else checks it. */
  makerId: string | null;
  maker: string | null;
  /** What held it when it was built all the same. */
  heldFor: string;
  checks: Check[];
  version: number;
  measurements: Measurement[];
}
/** Somebody has looked at an iteration and found it right. */
export interface Check {
  id: string;
  byId: string | null;
  by: string;
  on: string;
  note: string;
}
/** All iterations of a project with what was measured on each, by team and number: two queries. */
export const listIterations = remembered((sql: Sql, projectId: string) => read(sql, projectId, false));

/** The newest iteration of each team. */
export const listLatestIterations = remembered((sql: Sql, projectId: string) => read(sql, projectId, true));

async function read(sql: Sql, projectId: string, latest: boolean): Promise<Iteration[]> {
  const newest = sql`and not exists (select from iteration n where n.team_id = i.team_id and n.number > i.number)`;
  const iterations = await sql<Omit<Iteration, 'measurements'>[]>`
    select i.id, i.team_id, i.number, i.parent_id, p.number as parent_number, i.state, i.change, i.reason, i.built_on,
      i.released_at is not null as released, i.maker_id, a.name as maker, i.held_for, coalesce(k.list, '[]') as checks, i.version
    from iteration i left join iteration p on p.id = i.parent_id left join account a on a.id = i.maker_id
    left join (
      select iteration_id, jsonb_agg(jsonb_build_object('id', id, 'byId', checked_by, 'by', by_name, 'on', checked_on, 'note', note)
        order by checked_on, by_name) as list
      from iteration_check where project_id = ${projectId} group by iteration_id) k on k.iteration_id = i.id
    where i.project_id = ${projectId} ${latest ? newest : sql``} order by i.team_id, i.number`;
  const measurements = await sql<(Measurement & { iterationId: string })[]>`
    select m.iteration_id, m.parameter_id, p.name as parameter_name, m.dimension, m.value, m.unit, m.answer, m.measured_on,
      m.instrument_id, n.name as instrument_name, n.unit as instrument_unit, n.resolution, n.accuracy
    from measurement m join iteration i on i.id = m.iteration_id join parameter p on p.id = m.parameter_id
    left join instrument n on n.id = m.instrument_id
    where m.project_id = ${projectId} ${latest ? newest : sql``} order by p.name`;
  const byIteration = groupBy(measurements, (one) => one.iterationId);
  return iterations.map((iteration) => ({ ...iteration, measurements: byIteration.get(iteration.id) ?? [] }));
}
