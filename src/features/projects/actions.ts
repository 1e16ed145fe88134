'use server';

import { HIDEABLE } from '@/features/frame';
import { zoneOrRefusal } from '@/server/clock';
import type { Outcome } from '@/server/outcome';
import { orConflict, perform } from '@/server/perform';
import { profileSchema, projectSchema } from './schema';

export async function saveProject(input: unknown): Promise<Outcome> {
  return perform(
    {
      door: 'saveProject',
      schema: projectSchema,
      run: async (
        { tx, projectId },
        { title, clientName, eventDate, timeZone, units, retentionUntil, normaliseWeights, version },
      ) => {
        zoneOrRefusal(timeZone);
        const values = { title, clientName, eventDate, timeZone, units, retentionUntil, normaliseWeights };
        const written =
          await tx`update project set ${tx(values)} where id = ${projectId} and version = ${version} returning 1`;
        await orConflict(written, tx, projectId, async () => {
          const [row] =
            await tx`select title, client_name, event_date, time_zone, units, retention_until, normalise_weights, version from project where id = ${projectId}`;
          return row as { version: number };
        });
      },
    },
    input,
  );
}

/** Which sheets the course uses; the others leave the index and Today, and stay where they are. */
export async function saveProfile(input: unknown): Promise<Outcome> {
  return perform(
    {
      door: 'saveProfile',
      schema: profileSchema,
      run: async ({ tx, projectId }, { used, version }) => {
        const hiddenSheets = HIDEABLE.map(([sheet]) => sheet).filter((sheet) => !used.includes(sheet));
        const written = await tx`
          update project set hidden_sheets = ${hiddenSheets as string[]} where id = ${projectId} and version = ${version} returning 1`;
        await orConflict(written, tx, projectId, async () => {
          const [row] = await tx<{ version: number }[]>`select version from project where id = ${projectId}`;
          return row;
        });
      },
    },
    input,
  );
}
