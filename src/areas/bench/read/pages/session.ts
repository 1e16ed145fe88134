import { allowed } from '@/server/access';
import { listSessions } from '@/areas/bench/read/sessions';
import { listEvents } from '@/areas/bench/read/runs';
import { listMachines, sentence, safetyHolds } from '@/areas/plan';
import { readSafety, hazardsOf } from '@/areas/safety';
import { listStudents, hrefIn, type Place } from '@/areas/course';
import { listProtocols } from '@/areas/bench/read/protocols';
import { notFound } from 'next/navigation';
import { planOf, followOf } from '@/areas/bench/read/sessions/plan';
import { momentOfEntry } from '@/server/clock';
import { withQuery } from '@/core/format';
import type { Sql } from '@/db/connection';

/** What the page “Session” shows. */
export async function readSessionPage(sql: Sql, frame: Place, { id }: { id: string }) {
  const { project } = frame.seat;
  const leads = allowed(frame.seat, 'session.write');
  const [sessions, events, machines, safety, students, protocols] = await Promise.all([
    listSessions(sql, project.id),
    listEvents(sql, project.id),
    listMachines(sql, project.id),
    readSafety(sql, project.id),
    listStudents(sql, project.id),
    listProtocols(sql, project.id),
  ]);
  const session = sessions.find((one) => one.id === id);
  if (!session) notFound();
  const plan = planOf(session);
  const following = followOf(session, plan, momentOfEntry(project, frame.now, 0));
  const protocol = protocols.find((one) => one.id === session.protocolId);
  const hazards = hazardsOf(safety.hazards, 'protocols', session.protocolId);
  const held = new Map(
    session.teams.flatMap((team) => {
      const members = students
        .filter((one) => one.teamId === team)
        .map(({ accountId, name }) => ({ id: accountId, name }));
      const says = sentence(safetyHolds(safety, hazards, { id: team, members }, session.day));
      return says ? [[team, says] as const] : [];
    }),
  );
  const place = { projectId: project.id, id: session.id };
  const on = session.begunAt !== null && session.endedAt === null;
  const waits = session.drawn && session.seed === null;
  const enter = withQuery(hrefIn(frame, 'bench/enter', { section: session.sectionId }), { event: session.eventId });
  const section = frame.sections.find((one) => one.id === session.sectionId);
  return {
    leads,
    events,
    machines,
    session,
    plan,
    following,
    protocol,
    hazards,
    held,
    place,
    on,
    waits,
    enter,
    section,
  };
}
