import type { Sql } from '@/db/connection';
import type { ClosedBy } from '@/areas/reviews/read/reviews';
import { isId } from '@/server/access';
import { FieldError } from '@/server/outcome';

/** What a finding is closed with, checked to be the team's own. @throws FieldError at "evidence" */
export async function evidenceOf(
  sql: Sql,
  projectId: string,
  teamId: string,
  evidence: string,
): Promise<{ closedBy: ClosedBy; closedRef: string | null }> {
  if (evidence === 'reason') return { closedBy: 'reason', closedRef: null };
  const [kind, id] = evidence.split(':');
  const found = !isId(id)
    ? []
    : kind === 'iteration'
      ? await sql`select 1 from iteration where id = ${id} and team_id = ${teamId} and project_id = ${projectId}`
      : kind === 'run'
        ? await sql`select 1 from run where id = ${id} and team_id = ${teamId} and project_id = ${projectId} and stands`
        : kind === 'picture'
          ? await sql`select 1 from attachment where id = ${id} and team_id = ${teamId} and project_id = ${projectId} and removed_at is null`
          : [];
  if (found.length === 0) throw new FieldError('evidence', 'Choose an iteration, a run or a picture of this team.');
  return { closedBy: kind as ClosedBy, closedRef: id! };
}
