'use server';

import { HIDEABLE } from '@/ui/sheet/purposes';
import { renameCurrency } from '@/areas/course/read/projects/currency';
import { zoneOrRefusal } from '@/server/clock';
import { orConflict, action } from '@/server/perform';
import { profileSchema, projectSchema } from '@/areas/course/records/projects';

export const saveProject = action(
  'saveProject',
  projectSchema,
  async (
    { tx, projectId, seat },
    { title, clientName, eventDate, timeZone, units, currency, retentionUntil, normaliseWeights, version },
  ) => {
    zoneOrRefusal(timeZone);
    const values = { title, clientName, eventDate, timeZone, units, currency, retentionUntil, normaliseWeights };
    const written =
      await tx`update project set ${tx(values)} where id = ${projectId} and version = ${version} returning 1`;
    await orConflict(written, tx, projectId, async () => {
      const [row] =
        await tx`select title, client_name, event_date, time_zone, units, currency, retention_until, normalise_weights, version from project where id = ${projectId}`;
      return row as { version: number };
    });
    if (currency !== seat.project.currency) await renameCurrency(tx, projectId, currency);
  },
);

/** Which sheets the course uses; the others leave the index and Today, and stay where they are. */
export const saveProfile = action('saveProfile', profileSchema, async ({ tx, projectId }, { used, version }) => {
  const hiddenSheets = HIDEABLE.map(([sheet]) => sheet).filter((sheet) => !used.includes(sheet));
  const written = await tx`
          update project set hidden_sheets = ${hiddenSheets as string[]} where id = ${projectId} and version = ${version} returning 1`;
  await orConflict(written, tx, projectId, async () => {
    const [row] = await tx<{ version: number }[]>`select version from project where id = ${projectId}`;
    return row;
  });
});
