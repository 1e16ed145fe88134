import type { InferType } from 'yup';
import { minutesOf, overlap, spanOf, timeOf } from '@/core/bookings';
import { asksAdult } from '@/core/safety';
import {
  holdOfStop,
  mustNotBeHeld,
  readGuarding,
  readMembers,
  sentence,
  type Hold,
} from '@/areas/plan/read/gates/holds';
import { FieldError } from '@/server/outcome';
import { momentOf, type Work } from '@/server/perform';
import { readPaces } from '@/areas/plan/read/readPaces';
import { listBookings, listMachines, type Booking, type Machine } from '@/areas/plan/read/bookings';
import { meetingsOf, listSections, listTeams, type Section, type Team } from '@/areas/course';
import { hazardsOf, readSafety } from '@/areas/safety';
import { listSessionSpans, type SessionSpan } from '@/areas/plan/read/bookings/sessionSpans';
import { read } from '@/ui/forms/schema';
import { slotHolds, holdsOfUse, type Rules } from '@/areas/plan/read/bookings/held';
import { outside, slotsIn, stationFor, turnsOf } from '@/areas/plan/read/bookings/plan';
import type { askSchema, bookSchema, giveSchema } from '@/areas/plan/records/bookings';

type Ask = InferType<typeof askSchema>;

/** A machine with everything that decides about its slots; nobody else books it until the transaction ends. */
interface Desk {
  machine: Machine;
  bookings: Booking[];
  sessions: SessionSpan[];
  teams: Team[];
  sections: Section[];
}

async function openDesk({ tx, projectId }: Work, machineId: string): Promise<Desk> {
  const [locked] = await tx`
    select 1 from machine where id = ${machineId} and project_id = ${projectId} for no key update`;
  const machine = (await listMachines(tx, projectId)).find((one) => one.id === machineId);
  if (!locked || !machine) throw new FieldError('', 'This machine was removed meanwhile.');
  return {
    machine,
    bookings: await listBookings(tx, projectId),
    sessions: await listSessionSpans(tx, projectId),
    teams: await listTeams(tx, projectId),
    sections: await listSections(tx, projectId),
  };
}

/** Puts a team into the line for a machine. */
export async function ask(work: Work, input: Ask): Promise<{ id: string }> {
  const { tx, projectId, notes } = work;
  const desk = await openDesk(work, input.machineId);
  const { machine, bookings, teams } = desk;
  mustBeMaterial(machine, input.material);
  await mustBeMember(work, input);
  if (bookings.some((one) => one.machineId === machine.id && one.teamId === input.teamId && one.state === 'asked'))
    throw new FieldError('', 'Your team is already waiting for this machine.');
  const holds = holdsOfUse(machine, input, work.now.slice(0, 10), await readRules(work));
  if (holds.length > 0) notes.push(`Before a slot can be booked: ${sentence(holds)}`);
  const team = teams.find((one) => one.id === input.teamId);
  if (!team) throw new FieldError('teamId', 'This team is not part of the project.');
  const [row] = await tx<[{ id: string }]>`
    insert into booking ${tx({ projectId, ...askedFor(input), state: 'asked', askedAt: momentOf(work) })} returning id`;
  return row;
}

/** Books a slot for a team, if it is free, nothing holds the use, and no other team is before it. */
export async function book(work: Work, input: InferType<typeof bookSchema>): Promise<{ id: string }> {
  const { seat, now, notes } = work;
  const desk = await openDesk(work, input.machineId);
  const { machine, bookings, sessions, teams, sections } = desk;
  const team = teams.find((one) => one.id === input.teamId);
  if (!team) throw new FieldError('teamId', 'This team is not part of the project.');
  const [day = '', start = ''] = input.slot.split(' ');
  const use = { day, start, minutes: input.minutes ? read(input.minutes) : machine.useMinutes };
  mustBeMaterial(machine, input.material);
  await mustBeMember(work, input);
  const section = sections.find((one) => one.id === team.sectionId)!;
  const meetings = meetingsOf(section);
  const out = outside(machine, meetings, use);
  if (out) throw new FieldError(out.field, `${out.says}.`);
  if (`${day}T${timeOf(minutesOf(start) + use.minutes)}` <= now) throw new FieldError('slot', 'This slot is over.');
  mustNotBeHeld(
    work,
    'booking.take',
    { teamId: team.id },
    slotHolds(machine, { ...use, station: 1 }, meetings),
    'slot',
  );
  const holds = holdsOfUse(machine, input, day, await readRules(work));
  mustNotBeHeld(work, 'booking.take', { teamId: team.id }, holds, 'operatorId');
  const own = bookings.find((one) => one.machineId === machine.id && one.teamId === team.id && one.state === 'asked');
  const station = stationFor(machine, use, bookings, sessions);
  if (station === undefined) throw new FieldError('slot', takenWords(desk, section, use, now));
  const before = await teamsBefore(work, desk, team, day);
  if (before.length > 0 && seat.role !== 'instructor')
    throw new FieldError(
      'slot',
      `The free slots of this meeting go to ${before.join(', ')} first, who ${before.length === 1 ? 'is' : 'are'} before you in the queue. Ask for a slot instead.`,
    );
  if (before.length > 0) notes.push(`Given out of turn: ${before.join(', ')} came first`);
  return place(work, { ...askedFor(input), ...use, station }, own);
}

/** Gives the next free slot of a meeting to the first team in the line that nothing holds. */
export async function give(work: Work, { machineId, sectionId, day }: InferType<typeof giveSchema>) {
  const { tx, seat, now, notes } = work;
  const desk = await openDesk(work, machineId);
  const { machine, bookings, sessions, teams, sections } = desk;
  const section = sections.find((one) => one.id === sectionId);
  if (!section) throw new FieldError('', 'This section is not part of the project.');
  const free = meetingsOf(section)
    .filter((meeting) => meeting.date === day)
    .flatMap((meeting) => slotsIn(machine, meeting, bookings, sessions, now).free)[0];
  if (!free) throw new FieldError('', 'No slot of this meeting is free.');
  const use = { day, start: free.start, minutes: machine.useMinutes };
  const paces = await readPaces(tx, seat.project, now);
  const rules = await readRules(work);
  for (const turn of turnsOf(machine, bookings, teams, sectionId, paces)) {
    const request = bookings.find((one) => one.id === turn.id)!;
    const name = teams.find((one) => one.id === turn.team)!.name;
    const holds = holdsOfUse(machine, request, day, rules);
    if (holds.length > 0) {
      notes.push(`${name} is left out for now: ${sentence(holds)}`);
      continue;
    }
    const station = stationFor(machine, use, bookings, sessions)!;
    const { operatorId, material, purpose } = request;
    await place(work, { machineId, teamId: turn.team, operatorId, material, purpose, ...use, station }, request);
    notes.push(`${name} has ${free.start}`);
    return { team: name, start: free.start };
  }
  throw new FieldError('', notes.length > 0 ? `${notes.join('. ')}.` : 'Nobody is waiting for this machine.');
}

/** Frees what a booking holds, or ends the wait. */
export async function cancel(work: Work, id: string): Promise<void> {
  const { tx, projectId } = work;
  const gone = await tx`
    update booking set state = 'cancelled' where id = ${id} and project_id = ${projectId} and state in ('asked', 'booked') returning 1`;
  if (gone.length === 0) throw new FieldError('', 'This was used, or cancelled by somebody else; reload to see it.');
}

/**
 * Begins a use; held when a sign-off has ended since, the gate is shut or the machine is closed, and for students where an
 * adult has to be at it: then the instructor begins it.
 */
export async function start(work: Work, id: string): Promise<void> {
  const { tx, projectId, now } = work;
  const booking = await lockBooking(work, id);
  if (booking.state !== 'booked') throw new FieldError('', `This use is ${booking.state} already.`);
  if (booking.day !== now.slice(0, 10)) throw new FieldError('', 'This use is on another day.');
  const holds = [...(await holdOfStop(tx, projectId)), ...(await holdsOfBooking(work, booking))];
  mustNotBeHeld(work, 'work.start', { teamId: booking.teamId }, holds, '');
  await tx`update booking set state = 'running', started_at = ${momentOf(work)} where id = ${id} and project_id = ${projectId}`;
}

/** Ends a use, or says that nobody came. A use that took place although it was held is kept, and marked. */
export async function end(work: Work, id: string, as: 'done' | 'missed'): Promise<void> {
  const { tx, projectId, notes } = work;
  const booking = await lockBooking(work, id);
  if (booking.state !== 'running' && booking.state !== 'booked')
    throw new FieldError('', 'Somebody else has ended this use already; reload to see it.');
  if (booking.day! > work.now.slice(0, 10)) throw new FieldError('', 'This use is still to come.');
  if (as === 'missed') {
    await tx`update booking set state = 'missed' where id = ${id} and project_id = ${projectId}`;
    return;
  }
  const holds = booking.state === 'booked' ? await holdsOfBooking(work, booking) : [];
  const heldFor = sentence(holds);
  if (heldFor) notes.push(`Kept, and marked: ${heldFor}`);
  // What ends early frees its station; that follows in the database.
  const endedAt = momentOf(work);
  await tx`
    update booking set state = 'done', ended_at = ${endedAt}, held_for = ${heldFor} where id = ${id} and project_id = ${projectId}`;
}

/** The open bookings that a machine's opening, closures or stations leave no room for any more. */
export async function standing({ tx, projectId, now }: Work, machineId: string): Promise<string[]> {
  const machine = (await listMachines(tx, projectId)).find((one) => one.id === machineId)!;
  const [teams, sections] = [await listTeams(tx, projectId), await listSections(tx, projectId)];
  const meetings = new Map(sections.map((section) => [section.id, meetingsOf(section)]));
  return (await listBookings(tx, projectId)).flatMap((one) => {
    if (one.machineId !== machineId || one.state !== 'booked' || one.day! < now.slice(0, 10)) return [];
    const team = teams.find((each) => each.id === one.teamId)!;
    const fits = slotHolds(machine, one, meetings.get(team.sectionId)!).length === 0;
    return fits ? [] : [`${team.name} ${one.day} ${one.start}`];
  });
}

function askedFor({ machineId, teamId, operatorId, material, purpose }: Ask) {
  return { machineId, teamId, operatorId, material, purpose };
}

interface Span {
  day: string;
  start: string;
  minutes: number;
}
type Slot = Omit<Ask, 'projectId' | 'id' | 'version'> & Span & { station: number };

/** Writes a slot, into the team's request when it had one; what it occupies follows in the database. */
async function place(work: Work, slot: Slot, request?: Booking): Promise<{ id: string }> {
  const { tx, projectId } = work;
  const values = { ...slot, state: 'booked' };
  const [row] = request
    ? await tx<{ id: string }[]>`
        update booking set ${tx(values)} where id = ${request.id} and project_id = ${projectId} and state = 'asked' returning id`
    : await tx<{ id: string }[]>`
        insert into booking ${tx({ ...values, projectId, askedAt: momentOf(work) })} returning id`;
  if (!row) throw new FieldError('', 'This request was cancelled meanwhile.');
  return row;
}

/** Teams that are before this one in the line and would have the free slots of the meeting. */
async function teamsBefore(work: Work, desk: Desk, team: Team, day: string): Promise<string[]> {
  const { tx, seat, now } = work;
  const { machine, bookings, sessions, teams, sections } = desk;
  if (!bookings.some((one) => one.machineId === machine.id && one.state === 'asked')) return [];
  const section = sections.find((one) => one.id === team.sectionId)!;
  const free = meetingsOf(section)
    .filter((meeting) => meeting.date === day)
    .flatMap((meeting) => slotsIn(machine, meeting, bookings, sessions, now).free)
    .reduce((sum, slot) => sum + slot.stations, 0);
  const turns = turnsOf(machine, bookings, teams, team.sectionId, await readPaces(tx, seat.project, now));
  const own = turns.findIndex((turn) => turn.team === team.id);
  const ahead = own < 0 ? turns : turns.slice(0, own);
  return ahead.length < free ? [] : ahead.map((turn) => teams.find((one) => one.id === turn.team)!.name);
}

/** The booking; nobody else changes it until the transaction ends. */
async function lockBooking({ tx, projectId }: Work, id: string): Promise<Booking> {
  await tx`select 1 from booking where id = ${id} and project_id = ${projectId} for update`;
  const booking = (await listBookings(tx, projectId)).find((one) => one.id === id);
  if (!booking) throw new FieldError('', 'This booking was cancelled meanwhile.');
  return booking;
}

/** What decides about uses, read once for all teams. */
async function readRules({ tx, projectId, now }: Work): Promise<Rules> {
  return {
    safety: await readSafety(tx, projectId),
    gates: await readGuarding(tx, { projectId, today: now.slice(0, 10) }, 'guardsFinal'),
    members: await readMembers(tx, projectId),
  };
}

/** What holds a booking that stands; a student does not begin alone where an adult has to be at it. */
async function holdsOfBooking(work: Work, booking: Booking): Promise<Hold[]> {
  const { tx, projectId, seat } = work;
  const machine = (await listMachines(tx, projectId)).find((one) => one.id === booking.machineId)!;
  const team = (await listTeams(tx, projectId)).find((one) => one.id === booking.teamId)!;
  const section = (await listSections(tx, projectId)).find((one) => one.id === team.sectionId)!;
  const rules = await readRules(work);
  const hazards = hazardsOf(rules.safety.hazards, 'machines', machine.id);
  const adult = asksAdult([machine.supervision, ...hazards.map((hazard) => hazard.supervision)]);
  return [
    ...slotHolds(machine, booking, meetingsOf(section)),
    ...holdsOfUse(machine, booking, booking.day!, rules),
    ...(adult && seat.role !== 'instructor'
      ? [{ says: `${machine.name} is used with an adult at it`, who: 'the instructor starts it' }]
      : []),
  ];
}

function mustBeMaterial(machine: Machine, material: Ask['material']): void {
  if (machine.cuts && material === 'none')
    throw new FieldError('material', 'Say whether it is for trying or the final material.');
  if (!machine.cuts && material !== 'none')
    throw new FieldError('material', `${machine.name} works no material; leave this out.`);
}

async function mustBeMember(
  { tx, projectId }: Work,
  { operatorId, teamId }: Pick<Ask, 'operatorId' | 'teamId'>,
): Promise<void> {
  if (operatorId === null) return;
  if (!(await readMembers(tx, projectId)).some((one) => one.id === operatorId && one.teamId === teamId))
    throw new FieldError('operatorId', 'Who operates it is a member of the team.');
}

/** Who has a slot that was asked for, and what else is free in the meeting. */
function takenWords({ machine, bookings, sessions, teams }: Desk, section: Section, use: Span, now: string): string {
  const { from, to } = spanOf(use);
  const asked = { from: from - machine.resetMinutes, to: to + machine.resetMinutes };
  const here = meetingsOf(section)
    .filter((meeting) => meeting.date === use.day)
    .map((meeting) => slotsIn(machine, meeting, bookings, sessions, now));
  const by = here
    .flatMap((one) => one.bookings)
    .filter((one) => overlap(spanOf(one), asked))
    .map((one) => teams.find((team) => team.id === one.teamId)!.name);
  const free = here.flatMap((one) => one.free).map((slot) => slot.start);
  const taken = by.length > 0 ? `taken by ${[...new Set(by)].join(', ')}` : 'taken by a test session';
  return `This slot is ${taken}. ${free.length > 0 ? `Free in this meeting: ${free.join(', ')}.` : 'Nothing else is free in this meeting; ask for a slot.'}`;
}
