import { checkList, type Checked, type Remark } from '@/core/requirements';
import { inForce, limitOf, type BudgetOf, type Requirement } from '@/areas/brief/read/requirements';
import { type Sql } from '@/db/connection';
import { remembered } from '@/db/remember';

/** Parameters that somebody has measured: on an iteration, or by a valid run under a protocol. */
export const listMeasured = remembered(async (sql: Sql, projectId: string): Promise<ReadonlySet<string>> => {
  const rows = await sql<{ parameterId: string }[]>`
    select distinct parameter_id from measurement where project_id = ${projectId}
    union select distinct q.parameter_id from run r join reading v on v.run_id = r.id join quantity q on q.id = v.quantity_id
    where r.project_id = ${projectId} and r.status = 'ok' and r.stands`;
  return new Set(rows.map((row) => row.parameterId));
});

/** What there is to look at in the list: the core's checks on the requirements in force. */
export function remarksOn(
  requirements: Requirement[],
  budgets: BudgetOf[],
  measured: ReadonlySet<string>,
  teamName: (id: string) => string,
): Remark[] {
  const checked = inForce(requirements).map((r): Checked => ({
    code: r.code,
    statement: r.statement,
    limit: limitOf(r),
    parameter: r.parameterName,
    dimension: r.dimension,
    priority: r.priority,
    method: r.method,
    hasSource: r.sources.length > 0,
    measured: r.parameterId !== null && measured.has(r.parameterId),
    budgets: budgets
      .filter((budget) => budget.requirementId === r.id)
      .map(({ teamId, parts }) => ({ of: teamId ? teamName(teamId) : 'the class', parts })),
  }));
  return checkList({ requirements: checked }).remarks;
}
