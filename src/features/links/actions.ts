'use server';

import { FieldError, type Outcome } from '@/server/outcome';
import { perform } from '@/server/perform';
import { newToken, tokenHash } from '@/server/secrets';
import { linkSchema, revokeSchema } from './schema';

/** A link for a client, a judge or a board. Its address is shown once; only a hash is stored. */
export async function createLink(input: unknown): Promise<Outcome<{ path: string }>> {
  return perform(
    {
      door: 'createLink',
      schema: linkSchema,
      run: async ({ tx, projectId }, { purpose, label, rubricId, sectionId, endsOn }) => {
        const token = newToken();
        const judge = purpose === 'judge' && rubricId ? await judgeOf(tx, projectId, rubricId, label) : null;
        const endsAt = new Date(`${endsOn}T23:59:59Z`);
        if (endsAt < new Date()) throw new FieldError('endsOn', 'This day has passed; the link would never open.');
        await tx`insert into access_link ${tx({ projectId, purpose, label, tokenHash: tokenHash(token), rubricId: judge ? rubricId : null, judgeId: judge, sectionId: purpose === 'board' ? sectionId : null, endsAt })}`;
        return { path: `/l/${token}` };
      },
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

/** The judge of this name in the rubric; a new link for the same name goes on with the same scores. */
async function judgeOf(
  tx: Parameters<Parameters<typeof perform>[0]['run']>[0]['tx'],
  projectId: string,
  rubricId: string,
  name: string,
): Promise<string> {
  const [rubric] = await tx`select 1 from rubric where id = ${rubricId} and project_id = ${projectId}`;
  if (!rubric) throw new FieldError('rubricId', 'This rubric is not part of the project.');
  const [known] = await tx<{ id: string }[]>`select id from judge where rubric_id = ${rubricId} and name = ${name}`;
  if (known) return known.id;
  const [made] = await tx<
    [{ id: string }]
  >`insert into judge (project_id, rubric_id, name) values (${projectId}, ${rubricId}, ${name}) returning id`;
  return made.id;
}
