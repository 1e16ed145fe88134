import type { Meeting } from '@/core/calendar';
import { safetyHolds, sentence, shutFor, type Hold } from '@/areas/plan/read/gates/holds';
import { closedOn, type Booking, type Machine } from '@/areas/plan/read/bookings';
import { meetingsOf, type Section, type Team } from '@/areas/course';
import type { TeamGate } from '@/areas/plan/read/gates';
import { hazardsOf, type Safety } from '@/areas/safety';
import { plural } from '@/core/format';
import { outside } from './plan';

/** What decides whether a team may use a machine. */
export interface Rules {
  safety: Safety;
  /** The gates as they stand for every team, at least those before final material. */
  gates: readonly TeamGate[];
  members: readonly { id: string; teamId: string | null; name: string }[];
}
type Use = Pick<Booking, 'teamId' | 'operatorId' | 'material'>;

/** What holds a use on a day: who operates it, what the team has not read, the gate before final material. */
export function holdsOfUse(machine: Machine, use: Use, day: string, { safety, gates, members }: Rules): Hold[] {
  const hazards = hazardsOf(safety.hazards, 'machines', machine.id);
  const operators = members.filter((one) => one.id === use.operatorId && one.teamId === use.teamId);
  const unknown = use.operatorId === null && hazards.some((hazard) => hazard.needsTraining);
  const lacking = unknown
    ? [{ says: 'say who operates it', who: 'somebody who is signed off' }]
    : safetyHolds(safety, hazards, { id: use.teamId, members: operators }, day, 'each');
  return [...lacking, ...(use.material === 'final' ? shutFor(gates, use.teamId, 'guardsFinal') : [])];
}

/** What holds a slot itself: the machine is closed or not open then, or has fewer stations by now. */
export function slotHolds(
  machine: Machine,
  { day, start, minutes, station }: Pick<Booking, 'day' | 'start' | 'minutes' | 'station'>,
  meetings: readonly Meeting[],
): Hold[] {
  if (!day || !start || !minutes || !station) return [];
  const closure = closedOn(machine, day);
  if (closure) return [{ says: `${machine.name} is closed: ${closure.reason}`, who: 'choose another day' }];
  const out = outside(machine, meetings, { day, start, minutes });
  if (out) return [{ says: out.says, who: 'choose another slot' }];
  const { name, capacity } = machine;
  return station > capacity
    ? [{ says: `${name} has only ${plural(capacity, 'station')}`, who: 'choose another slot' }]
    : [];
}

interface Given extends Omit<Rules, 'members'> {
  machines: readonly Machine[];
  bookings: readonly Booking[];
  teams: readonly Team[];
  sections: readonly Section[];
  students: readonly { accountId: string; teamId: string | null; name: string }[];
  today: string;
}

/** What holds the bookings that stand and the requests, by their ids, looked at for the day of the use. */
export function heldBookings(given: Given): Map<string, string> {
  const { machines, bookings, teams, sections, students, today } = given;
  const members = students.map(({ accountId, ...one }) => ({ id: accountId, ...one }));
  const meetings = new Map(sections.map((section) => [section.id, meetingsOf(section)]));
  const held = new Map<string, string>();
  for (const booking of bookings) {
    if (booking.state !== 'booked' && booking.state !== 'asked') continue;
    const machine = machines.find((one) => one.id === booking.machineId)!;
    const section = teams.find((team) => team.id === booking.teamId)?.sectionId;
    if (section === undefined) continue;
    const says = sentence([
      ...slotHolds(machine, booking, meetings.get(section) ?? []),
      ...holdsOfUse(machine, booking, booking.day ?? today, { ...given, members }),
    ]);
    if (says) held.set(booking.id, says);
  }
  return held;
}
