import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';

/** Who made an iteration, or a change in it, is a member of the team, or is named by it already. @throws FieldError at the field. */
export async function mustHaveMade(
  { tx, projectId }: Work,
  teamId: string,
  named: readonly { path: string; makerId: string | null }[],
): Promise<void> {
  if (named.every(({ makerId }) => makerId === null)) return;
  const known = await tx<{ id: string }[]>`
    select account_id as id from team_member where team_id = ${teamId} and project_id = ${projectId}
    union select maker_id from iteration where team_id = ${teamId} and project_id = ${projectId}
    union select c.maker_id from iteration_change c join iteration i on i.id = c.iteration_id
    where i.team_id = ${teamId} and c.project_id = ${projectId}`;
  for (const { path, makerId } of named)
    if (makerId !== null && !known.some(({ id }) => id === makerId))
      throw new FieldError(path, 'Who made it is a member of the team.');
}
