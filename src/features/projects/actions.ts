'use server';

import { addYears, formatISO, parseISO } from 'date-fns';
import { isTimeZone } from '@/server/clock';
import { FieldError, type Outcome } from '@/server/outcome';
import { orConflict, perform, performAs } from '@/server/perform';
import { newProjectSchema, projectSchema } from './schema';

/** A new, empty project, led by whoever makes it; its data is kept for a year after the event unless changed. */
export async function createProject(input: unknown): Promise<Outcome<{ id: string }>> {
  return performAs(
    {
      door: 'createProject',
      schema: newProjectSchema,
      run: async (tx, person, values) => {
        checkZone(values.timeZone);
        const retentionUntil = formatISO(addYears(parseISO(values.eventDate), 1), { representation: 'date' });
        const [project] = await tx<
          [{ id: string }]
        >`insert into project ${tx({ ...values, retentionUntil })} returning id`;
        await tx`insert into project_instructor (project_id, account_id) values (${project.id}, ${person.id})`;
        await tx`insert into brief (project_id) values (${project.id})`;
        return project;
      },
    },
    input,
  );
}

export async function saveProject(input: unknown): Promise<Outcome> {
  return perform(
    {
      door: 'saveProject',
      schema: projectSchema,
      run: async (
        { tx, projectId },
        { title, clientName, eventDate, timeZone, units, retentionUntil, normaliseWeights, version },
      ) => {
        checkZone(timeZone);
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

function checkZone(timeZone: string) {
  if (!isTimeZone(timeZone))
    throw new FieldError('timeZone', 'This time zone is not known; write it like UTC or Europe/Vienna.');
}
