'use server';

import { json } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { orConflict, action } from '@/server/perform';
import { loadStandings } from '@/areas/standings/read/standings';
import { listTeams } from '@/areas/course';
import { saveRow } from '@/server/saveRow';
import { read, readOptional } from '@/ui/forms/schema';
import { componentSchema, publishSchema, removeSchema } from '@/areas/standings/records/standings';
import { componentForm } from '@/areas/standings/read/toForm';

export const saveComponent = action(
  'saveComponent',
  componentSchema,
  async (work, { id, version, name, source, countsAs, weight, max, position }) => {
    const [kind, sourceId] = source.split(':');
    const from = kind === 'event' ? { eventId: sourceId!, rubricId: null } : { eventId: null, rubricId: sourceId! };
    const values = {
      name,
      ...from,
      countsAs,
      weight: read(weight, work.notes),
      max: readOptional(max, work.notes),
      position: read(position),
    };
    const saved = await saveRow(work, 'component', { id, version }, values, componentForm);
    const kinds = await work.tx<
      { countsAs: string }[]
    >`select distinct counts_as = 'place-sum' as counts_as from component where project_id = ${work.projectId}`;
    if (kinds.length > 1)
      throw new FieldError(
        'countsAs',
        'A sum of places only goes with other sums of places: there the lowest total wins.',
      );
    return { id: saved };
  },
);

export const removeComponent = action('removeComponent', removeSchema, async ({ tx, projectId }, { id, version }) => {
  const gone =
    await tx`delete from component where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
  await orConflict(gone, tx, id, async () => {
    const [row] = await tx`select name, version from component where id = ${id} and project_id = ${projectId}`;
    return row as unknown as { version: number };
  });
});

/** Keeps the ranking as it stands now, with the inputs it came from; students and the board see this. */
export const publishStandings = action(
  'publishStandings',
  publishSchema,
  async ({ tx, projectId, seat }, { sectionId }) => {
    const [standings, teams] = await Promise.all([
      loadStandings(tx, seat.project, sectionId),
      listTeams(tx, projectId),
    ]);
    if (!standings.table.some((row) => row.place !== null))
      throw new FieldError('', 'There is no ranking to publish yet.');
    const rows = standings.table.map((row) => {
      const team = teams.find((one) => one.id === row.teamId)!;
      return {
        teamId: row.teamId,
        team: team.name,
        colour: team.colour,
        place: row.place,
        total: row.total,
        parts: row.parts,
      };
    });
    const inputs = { components: standings.components, events: standings.events, grades: standings.grades };
    await tx`insert into publication ${tx({ projectId, sectionId, rows: json(tx, rows) as never, inputs: json(tx, inputs) as never, publishedBy: seat.actor.name })}`;
  },
);
