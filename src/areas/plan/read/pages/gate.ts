import { seesAll } from '@/server/access';
import { listGates, readFound, listJudgedGates } from '@/areas/plan/read/gates';
import { notFound } from 'next/navigation';
import { meetingsOf, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Gate” shows. */
export async function readGatePage(sql: Sql, frame: Place, { id }: { id: string }) {
  const { seat } = frame;
  const sees = seesAll(seat);
  const [gates, found, all] = await Promise.all([
    listGates(sql, seat.project.id),
    readFound(sql, seat.project.id),
    listJudgedGates(sql, seat.project.id, frame.today),
  ]);
  const gate = gates.find((one) => one.id === id);
  if (!gate) notFound();
  const team = sees ? frame.team : (frame.teams.find((one) => one.id === seat.teamId) ?? null);
  const judged = all.filter((one) => one.gate.id === id);
  const own = judged.find((one) => one.teamId === team?.id);
  const of = found.teams.find((one) => one.id === team?.id);
  const section = frame.sections.find((one) => one.id === team?.sectionId);
  const meetings = section
    ? meetingsOf(section)
        .map((meeting) => meeting.date)
        .filter((date) => date >= frame.today)
    : [];
  const guards = [
    ...(gate.guardsBuilding ? ['no iteration is built'] : []),
    ...(gate.guardsFinal ? ['no machine is booked for final material'] : []),
  ];
  return { sees, gate, team, judged, own, of, section, meetings, guards };
}
