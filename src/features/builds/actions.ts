'use server';

import type { Outcome } from '@/server/outcome';
import { orConflict, perform } from '@/server/perform';
import { iterationTarget } from '@/server/records/targets';
import { releaseSchema } from './schema';

/** Publishes an iteration to the section, or takes it back to its team. */
export async function releaseIteration(input: unknown): Promise<Outcome> {
  return perform(
    {
      door: 'releaseIteration',
      schema: releaseSchema,
      target: (sql, { id }, projectId) => iterationTarget(sql, id, projectId),
      run: async ({ tx, projectId }, { id, released, version }) => {
        const written = await tx`
          update iteration set released_at = case when ${released} then now() end
          where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
        await orConflict(written, tx, id, async () => {
          const [row] =
            await tx`select released_at is not null as released, version from iteration where id = ${id} and project_id = ${projectId}`;
          return row as unknown as { version: number };
        });
      },
    },
    input,
  );
}
