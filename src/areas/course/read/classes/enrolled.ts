import type { Tx } from '@/db/connection';
import { FieldError } from '@/server/outcome';

/** Refuses an act on somebody who is no student of the project. */
export async function mustBeEnrolled(tx: Tx, projectId: string, accountId: string): Promise<void> {
  const [row] = await tx`select 1 from enrolment where project_id = ${projectId} and account_id = ${accountId}`;
  if (!row) throw new FieldError('', 'This student is not enrolled in the project.');
}
