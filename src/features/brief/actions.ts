'use server';

import type { Outcome } from '@/server/outcome';
import { orConflict, perform } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { briefSchema, statementSchema } from './schema';

export async function saveBrief(input: unknown): Promise<Outcome> {
  return perform(
    {
      door: 'saveBrief',
      schema: briefSchema,
      run: async ({ tx, projectId }, { challenge, thing, account, rules, hazards, published, version }) => {
        const written = await tx`
          update brief set ${tx({ challenge, thing, account, rules, hazards })},
            published_at = case when ${published} then coalesce(published_at, now()) end
          where project_id = ${projectId} and version = ${version} returning 1`;
        await orConflict(written, tx, projectId, async () => {
          const [row] = await tx`
            select challenge, thing, account, rules, hazards, published_at is not null as published, version from brief where project_id = ${projectId}`;
          return row as { version: number };
        });
      },
    },
    input,
  );
}

/** A sentence of the client, kept as it was said. */
export async function saveStatement(input: unknown): Promise<Outcome<{ id: string }>> {
  return perform(
    {
      door: 'saveStatement',
      schema: statementSchema,
      run: async (work, { id, version, sentence, saidBy, saidOn }) => {
        const toForm = (row: Record<string, unknown>) => ({
          sentence: row.sentence,
          saidBy: row.saidBy,
          saidOn: row.saidOn,
        });
        return { id: await saveRow(work, 'statement', { id, version }, { sentence, saidBy, saidOn }, toForm) };
      },
    },
    input,
  );
}
