'use server';

import { addYears, formatISO, parseISO } from 'date-fns';
import { zoneOrRefusal } from '@/server/clock';
import { FieldError } from '@/server/outcome';
import { actionAs, action } from '@/server/perform';
import { json, type Tx } from '@/db/connection';
import { readShape } from '@/db/shape';
import { importBundle } from './importBundle';
import { withEventsOf } from './combine';
import { emptyBundle, projectOf, rowsOf, type Bundle } from './format';
import { pack } from './pack';
import { inTemplate, previewOf, readTemplate, titleOf, toTemplate } from './templates';
import { writeBundle } from './write';
import { newProjectSchema, removeTemplateSchema, templateSchema } from './records';

/**
 * A new project, led by whoever makes it: from a template, or from nothing. Its data is kept for a year after the event
 * unless changed.
 */
export const createProject = actionAs(
  'createProject',
  newProjectSchema,
  async (tx, person, { id, template, more, ...given }) => {
    zoneOrRefusal(given.timeZone);
    const made = id && (await madeBefore(tx, person.id, id));
    if (made) return { id };
    const first = template ? await readTemplate(tx, template) : emptyBundle();
    const others: { title: string; bundle: Bundle }[] = [];
    for (const one of new Set(more.filter((other) => other !== template)))
      others.push({ title: await titleOf(tx, one), bundle: await readTemplate(tx, one) });
    const from = withEventsOf(first, others);
    const retentionUntil = formatISO(addYears(parseISO(given.eventDate), 1), { representation: 'date' });
    const heldOn = formatISO(new Date(), { representation: 'date' });
    const own = {
      title: given.title,
      client_name: given.clientName,
      time_zone: given.timeZone,
      units: given.units,
      currency: given.currency,
      event_date: given.eventDate,
      retention_until: retentionUntil,
    };
    const tables = {
      ...from.tables,
      project: [{ ...projectOf(from), ...own }],
      visit: rowsOf(from, 'visit').map((visit) => ({ ...visit, held_on: heldOn })),
    };
    return importBundle(tx, { ...from, tables }, { instructorId: person.id, projectId: id ?? undefined });
  },
);

/** Whether the person has made the project of this id already; who asks twice at once is let in one after the other. */
async function madeBefore(tx: Tx, personId: string, id: string): Promise<boolean> {
  await tx`select pg_advisory_xact_lock(4, hashtext(${id}))`;
  const own = await tx`select 1 from project_instructor where project_id = ${id} and account_id = ${personId}`;
  return own.length > 0;
}

/** Keeps a project, without its people and results, as a template for new ones. */
export const saveTemplate = action('saveTemplate', templateSchema, async ({ tx, seat }, { title, about }) => {
  const kept = toTemplate((await writeBundle(tx, seat.project.id, inTemplate)).bundle, await readShape(tx));
  const bytes = Buffer.from(pack(kept));
  if (bytes.length > 4 * 1024 * 1024)
    throw new FieldError('', 'This project is too large for a template (4 MB packed).');
  const [row] = await tx<[{ id: string }]>`
          insert into template ${tx({ accountId: seat.actor.id, title, about, bytes, preview: json(tx, previewOf(kept)) as never })} returning id`;
  return row;
});

/** Removes a template that the person kept; projects made from it stay. */
export const removeTemplate = actionAs('removeTemplate', removeTemplateSchema, async (tx, person, { id }) => {
  const [own] = await tx<{ id: string }[]>`
          select id from template where id::text = ${id} and account_id = ${person.id}`;
  if (!own) throw new FieldError('', 'Only whoever saved a template can remove it, or it was removed already.');
  await tx`delete from template where id = ${own.id}`;
});
