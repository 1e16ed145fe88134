import { freeStations, inTurn, minutesOf, openingIn, overlap, slots, spanOf, timeOf, type Turn } from '@/core/bookings';
import { endOf, type Meeting } from '@/core/calendar';
import type { TeamPace } from '@/areas/plan/read/pace';
import { meetingsOf, type Section } from '@/areas/course';
import { closedOn, type Booking, type Machine } from '@/areas/plan/read/bookings';
import type { SessionSpan } from './sessionSpans';

/** A booking that has a slot. */
export type Placed = Booking & { day: string; start: string; minutes: number; station: number };
const HOLDS_SLOT = new Set(['booked', 'running', 'done']);

/** Whether a booking occupies its slot. */
export function isPlaced(booking: Booking): booking is Placed {
  return HOLDS_SLOT.has(booking.state) && booking.day !== null;
}

/** A meeting with a machine's slots in it. */
export interface MeetingSlots {
  meeting: Meeting;
  /** When it is open, as times; null when it is not. */
  opening: { from: string; to: string } | null;
  closed: string | null;
  free: { start: string; stations: number }[];
  bookings: Placed[];
  /** Test sessions that have the machine for themselves. */
  sessions: SessionSpan[];
}

/** The meetings of a section that are on or to come. */
export function meetingsToCome(section: Section, now: string, most: number): Meeting[] {
  return meetingsOf(section)
    .filter((meeting) => endOf(meeting) > now)
    .slice(0, most);
}

/** What is booked and free of a machine in a meeting; what began before `now` is not offered any more. */
export function slotsIn(
  machine: Machine,
  meeting: Meeting,
  bookings: readonly Booking[],
  sessions: readonly SessionSpan[],
  now: string,
): MeetingSlots {
  const { from, to } = spanOf(meeting);
  const opening = openingIn({ from, to }, machine);
  const own = bookings.filter(
    (one): one is Placed => one.machineId === machine.id && isPlaced(one) && one.day === meeting.date,
  );
  const here = own.filter((one) => overlap(spanOf(one), { from, to }));
  const blocking = sessions.filter((one) => one.machineId === machine.id && one.day === meeting.date);
  const closed = closedOn(machine, meeting.date)?.reason ?? null;
  const free = opening && !closed ? regular(machine, opening, own, blocking) : [];
  return {
    meeting,
    opening: opening && { from: timeOf(opening.from), to: timeOf(opening.to) },
    closed,
    free: free.filter((slot) => `${meeting.date}T${slot.start}` >= now),
    bookings: here,
    sessions: blocking.filter((one) => overlap(spanOf(one), { from, to })),
  };
}

function regular(machine: Machine, opening: { from: number; to: number }, own: Placed[], blocking: SessionSpan[]) {
  const { useMinutes, resetMinutes, capacity } = machine;
  const taken = takenBy(own, blocking, capacity);
  return slots({ opening, useMinutes, resetMinutes, capacity, taken }).flatMap(({ start, free }) =>
    free.length > 0 ? [{ start: timeOf(start), stations: free.length }] : [],
  );
}

/** What occupies a machine's stations on a day; a session has all of them. */
function takenBy(own: readonly Placed[], blocking: readonly SessionSpan[], capacity: number) {
  const all = Array.from({ length: capacity }, (_, i) => i + 1);
  return [
    ...own.map((one) => ({ station: one.station, ...spanOf(one) })),
    ...blocking.flatMap((one) => all.map((station) => ({ station, ...spanOf(one) }))),
  ];
}

/** The lowest station that is free for a use; undefined when none is. */
export function stationFor(
  machine: Machine,
  { day, start, minutes }: { day: string; start: string; minutes: number },
  bookings: readonly Booking[],
  sessions: readonly SessionSpan[],
): number | undefined {
  const own = bookings.filter((one): one is Placed => one.machineId === machine.id && isPlaced(one) && one.day === day);
  const blocking = sessions.filter((one) => one.machineId === machine.id && one.day === day);
  const { capacity, resetMinutes: reset } = machine;
  const taken = takenBy(own, blocking, capacity);
  return freeStations({ start: minutesOf(start), use: minutes, reset, capacity, taken })[0];
}

/** Why a use can't be in the meetings of a section, and which field of the form says so; null when it can. */
export function outside(
  machine: Machine,
  meetings: readonly Meeting[],
  { day, start, minutes }: { day: string; start: string; minutes: number },
): { field: 'slot' | 'minutes'; says: string } | null {
  const use = spanOf({ start, minutes });
  const onDay = meetings.filter((meeting) => meeting.date === day).map(spanOf);
  const span = onDay.find(({ from, to }) => from <= use.from && use.from < to);
  const slot = (says: string) => ({ field: 'slot' as const, says });
  if (onDay.length === 0) return slot('The section does not meet on this day');
  if (!span) return slot('This is outside the meeting');
  const ends = `it ends at ${timeOf(span.to)}, the use at ${timeOf(use.to)}`;
  if (use.to > span.to) return { field: 'minutes', says: `This would outlast the meeting: ${ends}` };
  const opening = openingIn(span, machine);
  if (!opening) return slot(`${machine.name} is not open in this meeting`);
  const open = `${machine.name} is open from ${timeOf(opening.from)} to ${timeOf(opening.to)} in this meeting`;
  return use.from < opening.from || use.to > opening.to ? slot(open) : null;
}

/** The teams of a section that wait for a machine, in the order in which the next slots go. */
export function turnsOf(
  machine: Pick<Machine, 'id' | 'useMinutes'>,
  bookings: readonly Booking[],
  teams: readonly { id: string; sectionId: string }[],
  sectionId: string,
  paces: ReadonlyMap<string, TeamPace>,
): Turn[] {
  const own = new Set(teams.filter((team) => team.sectionId === sectionId).map((team) => team.id));
  const waiting = bookings.filter(
    (one) => one.machineId === machine.id && one.state === 'asked' && own.has(one.teamId),
  );
  return inTurn(
    waiting.map(({ id, teamId: team, askedAt }) => ({
      id,
      team,
      askedAt,
      slack: slackOf(paces.get(team)),
      used: usedBy(machine.id, team, bookings),
    })),
    machine.useMinutes,
  );
}

/** Meetings of slack; null without a plan or with nothing left to do. */
function slackOf(pace: TeamPace | undefined): number | null {
  return pace?.current ? 0 - pace.behind : null;
}

/** Minutes of a machine that a team has used or booked. */
export function usedBy(machineId: string, teamId: string, bookings: readonly Booking[]): number {
  return bookings
    .filter((one) => one.machineId === machineId && one.teamId === teamId && isPlaced(one))
    .reduce((sum, one) => sum + one.minutes!, 0);
}
