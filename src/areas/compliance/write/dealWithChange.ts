'use server';

import { dealtSchema } from '@/areas/brief';
import { isId } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';

/** A team has dealt with a change, or the instructor says so for it. */
export const dealWithChange = action(
  'dealWithChange',
  dealtSchema,
  async ({ tx, projectId }, { id, teamId }) => {
    if (!id || !teamId) throw new FieldError('', 'Say which change, and which team.');
    await tx`insert into change_seen ${tx({ projectId, changeId: id, teamId })} on conflict do nothing`;
  },
  async (_sql, { teamId }) => (isId(teamId) ? { teamId } : {}),
);
