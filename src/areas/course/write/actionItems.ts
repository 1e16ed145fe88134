'use server';

import { isId } from '@/server/access';
import { action, orConflict } from '@/server/perform';
import { settleSchema } from '@/areas/course/records/actionItems';

/** Says that an action (also one that a gate or a review asks for) is done, or that it is not. */
export const settleAction = action(
  'settleAction',
  settleSchema,
  async ({ tx, projectId }, { id, done, version }) => {
    const written = await tx`
          update action set state = ${done ? 'done' : 'open'} where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
    await orConflict(written, tx, id!, async () => {
      const [row] = await tx<{ state: string; version: number }[]>`
            select state, version from action where id = ${id} and project_id = ${projectId}`;
      return row;
    });
  },
  async (sql, { id }, projectId) => {
    if (!isId(id)) return {};
    const [row] = await sql<{ teamId: string | null }[]>`
          select team_id from action where id = ${id} and project_id = ${projectId}`;
    return row ?? null;
  },
);
