'use server';

import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { makeLink } from './commands';
import { linkSchema, revokeSchema } from './schema';

/** A link for a client, a judge or a board. Its address is shown once; only a hash is stored. */
export const createLink = action('createLink', linkSchema, async ({ tx, projectId }, wanted) => ({
  path: await makeLink(tx, projectId, wanted),
}));

export const revokeLink = action('revokeLink', revokeSchema, async ({ tx, projectId }, { id }) => {
  const ended =
    await tx`update access_link set revoked_at = now() where id = ${id} and project_id = ${projectId} and revoked_at is null returning 1`;
  if (ended.length === 0) throw new FieldError('', 'This link had ended already.');
});
