import { offeredUnits } from '@/core/dimensions';
import { convert } from '@/core/units';
import { listRecentRunIds } from '@/domain/bench/instruments';
import { RunEntry } from '@/features/bench/RunEntry';
import { hrefIn, openSheet, type SheetProps } from '@/features/frame';
import { seatHere, seesAll } from '@/server/access';
import { pool } from '@/db/connection';
import { safetyHolds, sentence } from '@/domain/gates/holds';
import { listStudents } from '@/domain/classes/read';
import { listLatestIterations } from '@/domain/builds/read';
import { hazardsOf, readSafety } from '@/domain/safety/read';
import { listAttempts, listEvents, listNewestRuns, listProtocols } from '@/domain/bench/read';
import { PageTitle } from '@/ui/sheet/PageTitle';
import { Live } from '@/ui/live/Live';
import { Entering } from '@/ui/outbox/Entering';
import { FieldPages } from '@/ui/outbox/FieldPages';
import { quantity, withQuery } from '@/core/format';

export default async function EnterPage(props: SheetProps) {
  const seat = await seatHere((await props.params).project);
  const frame = await openSheet('/projects/[project]/bench/enter', props, {
    teamId: seat?.role === 'student' ? seat.teamId : null,
  });
  const { project, role, teamId } = frame.seat;
  const [events, protocols, attempts, latest, newest, safety, students] = await Promise.all([
    listEvents(pool(), project.id),
    listProtocols(pool(), project.id),
    listAttempts(pool(), project.id),
    listLatestIterations(pool(), project.id),
    listNewestRuns(pool(), project.id, {
      limit: 60,
      teamIds: frame.teams.map(({ id }) => id).filter((id) => role !== 'student' || id === teamId),
      seenBy: 'all',
    }),
    readSafety(pool(), project.id),
    listStudents(pool(), project.id),
  ]);
  const search = await props.searchParams;
  const event = events.find((one) => one.id === search.event) ?? events[0];
  const section = frame.clock;
  const back = hrefIn(frame, 'bench');
  const header = (
    <header className="bg-ink text-sheet px-3.5 py-2 flex flex-wrap gap-x-4 gap-y-1 items-center font-cond text-[15px]">
      <a href={back} className="text-sheet underline">
        Bench
      </a>
      {events.map((one) => (
        <a
          key={one.id}
          href={withQuery(hrefIn(frame, 'bench/enter'), { event: one.id })}
          className={`text-sheet ${one.id === event?.id ? 'font-semibold underline' : ''}`}
          aria-current={one.id === event?.id ? 'true' : undefined}
        >
          {one.name}
        </a>
      ))}
      <span className="ml-auto">{section ? `Section ${section.name}` : ''}</span>
    </header>
  );
  if (!event || !section) {
    return (
      <>
        {header}
        <main className="p-4">
          <PageTitle of={['Enter runs', project.title]} />
          <h1 className="mb-2">Enter runs</h1>
          There is no {event ? 'section' : 'event'} yet, so no run can be entered.
        </main>
      </>
    );
  }
  const protocol = protocols.find((one) => one.id === event.protocolId)!;
  const made = attempts.filter((run) => run.eventId === event.id);
  const teams = frame.teams.filter(
    (team) => team.sectionId === section.id && (seesAll(frame.seat) || team.id === teamId),
  );
  const runners = teams.flatMap((team) => {
    const iteration = latest.find((one) => one.teamId === team.id);
    const count = made
      .filter((run) => run.teamId === team.id)
      .reduce((most, run) => Math.max(most, run.attempt ?? 0), 0);
    return iteration
      ? [
          {
            teamId: team.id,
            name: team.name,
            iterationId: iteration.id,
            iterationNumber: iteration.number,
            attempts: count,
          },
        ]
      : [];
  });
  const last = newest
    .filter((run) => (run.eventId ? run.eventId === event.id : run.protocolId === protocol.id) && !run.withdrawn)
    .filter((run) => teams.some((team) => team.id === run.teamId))
    .slice(0, 5)
    .map((run) => ({
      id: run.id,
      version: run.version,
      text: `${teams.find((team) => team.id === run.teamId)!.name} ${run.iterationNumber}, ${run.attempt ? `attempt ${run.attempt}` : 'practice'}`,
      value: run.status === 'ok' ? quantity(run.value, run.unit) : run.status.replaceAll('-', ' '),
    }));
  const hazards = hazardsOf(safety.hazards, 'protocols', protocol.id);
  const held = Object.fromEntries(
    teams.flatMap((team) => {
      const members = students
        .filter((one) => one.teamId === team.id)
        .map(({ accountId, name }) => ({ id: accountId, name }));
      const says = sentence(safetyHolds(safety, hazards, { id: team.id, members }, frame.today));
      return says ? [[team.id, says] as const] : [];
    }),
  );
  const known = await listRecentRunIds(pool(), project.id, protocol.id);
  const soFar = made
    .filter((run) => run.status === 'ok' && run.value !== null)
    .map((run) => convert({ value: run.value!, from: run.unit!, to: protocol.unit }).value);
  return (
    <>
      {header}
      <main>
        <PageTitle of={[`Enter runs of ${event.name}`, project.title]} />
        <h1 className="sr-only">Enter runs of {event.name}</h1>
        <Entering people={frame.people}>
          <RunEntry
            key={event.id}
            projectId={project.id}
            sectionId={section.id}
            event={{
              id: event.id,
              name: event.name,
              allowed: event.attemptsAllowed,
              unit: protocol.unit,
              units: [...new Set([protocol.unit, ...offeredUnits(protocol.dimension, project.units)])],
              foulKeepsValue: event.rule.attempts.foul === 'keep',
              penalties: Object.keys(event.rule.penalties ?? {}),
            }}
            protocol={{
              name: protocol.name,
              cautions: [protocol.cautions, ...hazards.map((one) => `${one.name}: ${one.cautions}`)]
                .filter(Boolean)
                .join(' '),
              conditions: protocol.conditions,
            }}
            runners={runners}
            soFar={soFar}
            last={last}
            known={known}
            first={frame.team && runners.some((one) => one.teamId === frame.team!.id) ? frame.team.id : null}
            held={held}
          />
        </Entering>
        <Live
          project={project.id}
          since={frame.revision?.number ?? 0}
          shows={['bench', 'event', 'builds', 'sessions']}
        />
        <FieldPages pages={frame.fieldPages} />
      </main>
    </>
  );
}
