import { createHash, randomUUID } from 'node:crypto';
import type { InferType } from 'yup';
import { keepDevice } from '@/server/actor';
import { FieldError } from '@/server/outcome';
import type { Command } from '@/server/perform';
import { voteSchema } from '@/areas/standings/records/awards';

type Given = InferType<typeof voteSchema>;

/** One vote a device for the award of the audience; another choice from the same device takes its place. */
export const castVote: Command<Given, { voted: boolean }> = {
  door: '/api/v1/votes',
  schema: voteSchema as Command<Given, never>['schema'],
  run: async ({ tx, projectId, notes }, { voteFor: teamId }) => {
    const [team] = await tx`select 1 from team where id = ${teamId} and project_id = ${projectId}`;
    if (!team) throw new FieldError('', 'This team is not part of the project.');
    const device = await keepDevice(randomUUID());
    const deviceHash = createHash('sha256').update(`${projectId} ${device}`).digest();
    const [voted] = await tx<{ fresh: boolean }[]>`
      insert into audience_vote ${tx({ projectId, deviceHash, teamId })}
      on conflict on constraint audience_vote_once do update set team_id = excluded.team_id, made_at = now() returning xmax = 0 as fresh`;
    if (!voted!.fresh) notes.push('Your vote was changed: one vote a device');
    return { voted: true };
  },
};
