import { seesAll } from '@/server/access';
import { listMachines, listBookings } from '@/areas/plan/read/bookings';
import { listSessionSpans } from '@/areas/plan/read/bookings/sessionSpans';
import { listStudents, hrefIn, type Place } from '@/areas/course';
import { readSafety, hazardsOf } from '@/areas/safety';
import { listJudgedGates } from '@/areas/plan/read/gates';
import { listStages } from '@/areas/plan/read/stages';
import { heldBookings } from '@/areas/plan/read/bookings/held';
import { pacesOf } from '@/areas/plan/read/pace';
import { meetingsToCome, slotsIn } from '@/areas/plan/read/bookings/plan';
import { weekday } from '@/core/format';
import type { Sql } from '@/db/connection';

/** What the page “Bookings” shows. */
export async function readBookingsPage(sql: Sql, frame: Place, { asked }: { asked: string | string[] | undefined }) {
  const { project, role, teamId } = frame.seat;
  const id = project.id;
  const { sections, teams, now, today, clock } = frame;
  const leads = role === 'instructor';
  const sees = seesAll(frame.seat);
  const [machines, bookings, sessions, students, safety, judged, stages] = await Promise.all([
    listMachines(sql, id),
    listBookings(sql, id),
    listSessionSpans(sql, id),
    listStudents(sql, id),
    readSafety(sql, id),
    listJudgedGates(sql, id, frame.today),
    listStages(sql, id),
  ]);
  const machine = machines.find((one) => one.id === asked) ?? machines[0];
  const held = heldBookings({ machines, bookings, teams, sections, students, safety, gates: judged, today });
  const paces = pacesOf(sections, teams, stages, { eventDate: project.eventDate, now });
  const paceOf = new Map(paces.map((pace) => [pace.teamId, pace]));
  const slots = clock && machine ? meetingsToCome(clock, now, MEETINGS) : [];
  const views = slots.map((meeting) => slotsIn(machine!, meeting, bookings, sessions, now));
  const offered = views.flatMap(({ meeting, free }) =>
    free.map(({ start }) => [`${meeting.date} ${start}`, `${weekday(meeting.date)}, ${start}`] as const),
  );
  const asking = teams.filter((team) => team.sectionId === clock?.id && (sees || team.id === teamId));
  const here = hrefIn(frame, 'schedule/bookings');
  const hazards = machine ? hazardsOf(safety.hazards, 'machines', machine.id) : [];
  const lost = machine
    ? bookings.filter(
        (one) =>
          one.machineId === machine.id && one.state === 'booked' && held.has(one.id) && (sees || one.teamId === teamId),
      )
    : [];
  return {
    leads,
    machines,
    bookings,
    students,
    machine,
    held,
    paceOf,
    slots,
    views,
    offered,
    asking,
    here,
    hazards,
    lost,
  };
}

const MEETINGS = 4;
