'use server';

import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';
import { action } from '@/server/perform';
import { ofTeam } from '@/areas/course';
import { removeRow, saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import { ask, book, cancel, end, give, standing, start } from './commands';
import {
  askSchema,
  bookingSchema,
  bookSchema,
  endUseSchema,
  giveSchema,
  removeMachineSchema,
  machineSchema,
} from '@/areas/plan/records/bookings';
import { machineForm } from '@/areas/plan/read/bookings/toForm';

/** A machine or rig with its opening and closures. Bookings that no longer fit are named, not lost. */
export const saveMachine = action(
  'saveMachine',
  machineSchema,
  async (work, { id, version, name, room, supervision, cuts, closures, ...numbers }) => {
    const { tx, projectId, notes } = work;
    const values = {
      name,
      room,
      supervision,
      cuts,
      capacity: read(numbers.capacity),
      useMinutes: read(numbers.useMinutes),
      resetMinutes: read(numbers.resetMinutes),
      opensAfter: read(numbers.opensAfter),
      closesBefore: read(numbers.closesBefore),
    };
    const machineId = await saveRow(work, 'machine', { id, version }, values, machineForm);
    await tx`delete from closure where machine_id = ${machineId} and project_id = ${projectId}`;
    const rows = closures.map((one) => ({
      projectId,
      machineId,
      firstDay: one.from,
      lastDay: one.to,
      reason: one.reason,
    }));
    if (rows.length > 0) await tx`insert into closure ${tx(rows)}`;
    const left = await standing(work, machineId);
    if (left.length > 0) notes.push(`Bookings on hold now: ${left.join(', ')}`);
    return { id: machineId };
  },
);

/** Takes a machine out that nobody ever asked for. */
export const removeMachine = action('removeMachine', removeMachineSchema, (work, { id }) =>
  removeRow(work, 'machine', id, 'This machine'),
);

/** Puts a team into the line for a machine. */
export const askForMachine = action('askForMachine', askSchema, ask, ofTeam);

/** Books a slot for a team. */
export const bookSlot = action('bookSlot', bookSchema, book, ofTeam);

/** Gives the next free slot of a meeting to the first team in the line. */
export const giveNext = action('giveNext', giveSchema, give);

/** Frees a slot, or ends the wait. */
export const cancelBooking = action('cancelBooking', bookingSchema, (work, { id }) => cancel(work, id!), ofBooking);

/** Begins a use. */
export const startUse = action('startUse', bookingSchema, (work, { id }) => start(work, id!), ofBooking);

/** Ends a use, or says that nobody came. */
export const endUse = action('endUse', endUseSchema, (work, { id, as }) => end(work, id!, as), ofBooking);

/** Whose booking it is; nothing is asked about none, so that the fields can say what is wrong. */
async function ofBooking(sql: Sql, { id }: Record<string, unknown>, projectId: string): Promise<Target | null> {
  if (!isId(id)) return {};
  const [row] = await sql<{ teamId: string }[]>`
    select team_id from booking where id = ${id} and project_id = ${projectId}`;
  return row ?? null;
}
