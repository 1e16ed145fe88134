import { plural, weekday, withQuery } from '@/core/format';
import { heldBookings } from './held';
import { isPlaced, type Placed } from './plan';
import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { listBookings, listMachines } from '@/areas/plan/read/bookings';
import { listSections, listStudents } from '@/areas/course';
import { listJudgedGates } from '@/areas/plan/read/gates';
import { readSafety } from '@/areas/safety';

/** What these lines are made from. */
async function load(sql: Sql, { projectId, today }: Asked) {
  const [bookings, machines, safety, gates, students, sections] = await Promise.all([
    listBookings(sql, projectId),
    listMachines(sql, projectId),
    readSafety(sql, projectId),
    listJudgedGates(sql, projectId, today),
    listStudents(sql, projectId),
    listSections(sql, projectId),
  ]);
  return { bookings, machines, safety, gates, students, sections };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** What is booked on the shared machines today, what of it is held, and who waits. */
export const bookingItems = (given: Given): TodayItem[] => {
  const { bookings, teams, leads, machines } = given;
  if (machines.length === 0) return [];
  const shown = bookings.filter((one): one is Placed => isPlaced(one) && teams.some((team) => team.id === one.teamId));
  const today = shown.filter((one) => one.day === given.today && one.state !== 'done');
  return [...(leads ? classItems(today, given) : today.flatMap((one) => ownItem(one, given))), ...heldItems(given)];
};

function classItems(today: Placed[], { machines, teams, bookings, href }: Given): TodayItem[] {
  const nameOf = new Map(teams.map((team) => [team.id, team.name]));
  const lines = machines.flatMap((machine) => {
    const own = today.filter((one) => one.machineId === machine.id);
    return own.length === 0
      ? []
      : [`${machine.name}: ${own.map((one) => `${one.start} ${nameOf.get(one.teamId)}`).join(', ')}`];
  });
  const waiting = bookings.filter((one) => one.state === 'asked' && nameOf.has(one.teamId)).length;
  if (lines.length === 0 && waiting === 0) return [];
  return [
    {
      teamId: null,
      urgency: 44,
      tone: 'ink' as const,
      headline: lines.length > 0 ? 'Booked today' : 'Nothing is booked today',
      detail: [...lines, ...(waiting > 0 ? [`${plural(waiting, 'request')} waiting for a slot`] : [])].join('; '),
      href: href('schedule/bookings'),
      label: 'Bookings',
    },
  ];
}

function ownItem(one: Placed, { machines, href }: Given): TodayItem[] {
  const machine = machines.find((each) => each.id === one.machineId)!;
  return [
    {
      teamId: one.teamId,
      urgency: 64,
      tone: 'ink' as const,
      headline: `${machine.name} at ${one.start} today`,
      detail: [`${one.minutes} min`, machine.room && `room ${machine.room}`, one.purpose].filter(Boolean).join(', '),
      href: withQuery(href('schedule/bookings'), { machine: machine.id }),
      label: 'Bookings',
    },
  ];
}

function heldItems(given: Given): TodayItem[] {
  const { bookings, machines, teams, today, href } = given;
  const held = heldBookings({ ...given, teams });
  return bookings.flatMap((one) => {
    const why = held.get(one.id);
    if (!why || one.state !== 'booked' || one.day === null || one.day < today) return [];
    if (!teams.some((team) => team.id === one.teamId)) return [];
    const machine = machines.find((each) => each.id === one.machineId)!;
    return [
      {
        teamId: one.teamId,
        urgency: one.day === today ? 77 : 56,
        tone: one.day === today ? ('brick' as const) : ('ochre' as const),
        headline: `${machine.name}, ${one.day === today ? 'today' : weekday(one.day)} ${one.start}, is held`,
        detail: why,
        href: withQuery(href('schedule/bookings'), { machine: machine.id }),
        label: 'Bookings',
      },
    ];
  });
}

export const bookingsToday = todayPart('schedule', load, bookingItems);
