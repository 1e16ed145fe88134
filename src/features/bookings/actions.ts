'use server';

import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';
import type { Outcome } from '@/server/outcome';
import { perform } from '@/server/perform';
import { ofTeam } from '@/domain/builds/targets';
import { removeRow, saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import { ask, book, cancel, end, give, standing, start } from './commands';
import {
  askSchema,
  bookingSchema,
  bookSchema,
  endUseSchema,
  giveSchema,
  removeResourceSchema,
  resourceSchema,
} from './schema';
import { resourceForm } from './toForm';

/** A machine or rig with its opening and closures. Bookings that no longer fit are named, not lost. */
export async function saveResource(input: unknown): Promise<Outcome<{ id: string }>> {
  return perform(
    {
      door: 'saveResource',
      schema: resourceSchema,
      run: async (work, { id, version, name, room, supervision, cuts, closures, ...numbers }) => {
        const { tx, projectId, notes } = work;
        const values = {
          ...{ name, room, supervision, cuts },
          capacity: read(numbers.capacity),
          useMinutes: read(numbers.useMinutes),
          resetMinutes: read(numbers.resetMinutes),
          opensAfter: read(numbers.opensAfter),
          closesBefore: read(numbers.closesBefore),
        };
        const resourceId = await saveRow(work, 'resource', { id, version }, values, resourceForm);
        await tx`delete from closure where resource_id = ${resourceId} and project_id = ${projectId}`;
        const rows = closures.map((one) => ({
          ...{ projectId, resourceId, firstDay: one.from, lastDay: one.to, reason: one.reason },
        }));
        if (rows.length > 0) await tx`insert into closure ${tx(rows)}`;
        const left = await standing(work, resourceId);
        if (left.length > 0) notes.push(`Bookings that stand and are held now: ${left.join(', ')}`);
        return { id: resourceId };
      },
    },
    input,
  );
}

/** Takes a machine out that nobody ever asked for. */
export async function removeResource(input: unknown): Promise<Outcome> {
  return perform(
    {
      door: 'removeResource',
      schema: removeResourceSchema,
      run: (work, { id }) => removeRow(work, 'resource', id, 'This machine'),
    },
    input,
  );
}

/** Puts a team into the line for a machine. */
export async function askForMachine(input: unknown): Promise<Outcome<{ id: string }>> {
  return perform({ door: 'askForMachine', schema: askSchema, target: ofTeam, run: ask }, input);
}

/** Books a slot for a team. */
export async function bookSlot(input: unknown): Promise<Outcome<{ id: string }>> {
  return perform({ door: 'bookSlot', schema: bookSchema, target: ofTeam, run: book }, input);
}

/** Gives the next free slot of a meeting to the first team in the line. */
export async function giveNext(input: unknown): Promise<Outcome<{ team: string; start: string }>> {
  return perform({ door: 'giveNext', schema: giveSchema, run: give }, input);
}

/** Frees a slot, or ends the wait. */
export async function cancelBooking(input: unknown): Promise<Outcome> {
  return perform(
    {
      door: 'cancelBooking',
      schema: bookingSchema,
      target: ofBooking,
      run: (work, { id }) => cancel(work, id!),
    },
    input,
  );
}

/** Begins a use. */
export async function startUse(input: unknown): Promise<Outcome> {
  return perform(
    { door: 'startUse', schema: bookingSchema, target: ofBooking, run: (work, { id }) => start(work, id!) },
    input,
  );
}

/** Ends a use, or says that nobody came. */
export async function endUse(input: unknown): Promise<Outcome> {
  return perform(
    { door: 'endUse', schema: endUseSchema, target: ofBooking, run: (work, { id, as }) => end(work, id!, as) },
    input,
  );
}

/** Whose booking it is; nothing is asked about none, so that the fields can say what is wrong. */
async function ofBooking(sql: Sql, { id }: Record<string, unknown>, projectId: string): Promise<Target | null> {
  if (!isId(id)) return {};
  const [row] = await sql<{ teamId: string }[]>`
    select team_id from booking where id = ${id} and project_id = ${projectId}`;
  return row ?? null;
}
