'use server';

import { FieldError, type Outcome } from '@/server/outcome';
import { perform } from '@/server/perform';
import { makeLink } from './commands';
import { linkSchema, revokeSchema } from './schema';

/** A link for a client, a judge or a board. Its address is shown once; only a hash is stored. */
export async function createLink(input: unknown): Promise<Outcome<{ path: string }>> {
  return perform(
    {
      door: 'createLink',
      schema: linkSchema,
      run: async ({ tx, projectId }, wanted) => ({ path: await makeLink(tx, projectId, wanted) }),
    },
    input,
  );
}

export async function revokeLink(input: unknown): Promise<Outcome> {
  return perform(
    {
      door: 'revokeLink',
      schema: revokeSchema,
      run: async ({ tx, projectId }, { id }) => {
        const ended =
          await tx`update access_link set revoked_at = now() where id = ${id} and project_id = ${projectId} and revoked_at is null returning 1`;
        if (ended.length === 0) throw new FieldError('', 'This link had ended already.');
      },
    },
    input,
  );
}
