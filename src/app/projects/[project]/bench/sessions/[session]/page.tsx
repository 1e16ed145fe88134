import { CHANGE, REMOVE } from '@/ui/kit/icons';
import { allowed } from '@/server/access';
import { SidePanel } from '@/ui/kit/SidePanel';
import { notFound } from 'next/navigation';
import { BENCH_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn, listStudents } from '@/areas/course';
import { announceSeed, beginSession, removeSession } from '@/areas/bench/write/sessions';
import { AtTheRig } from '@/areas/bench/ui/sessions/AtTheRig';
import {
  offersOf,
  followOf,
  planOf,
  wayWords,
  sessionForm,
  listSessions,
  listProtocols,
  listEvents,
} from '@/areas/bench';
import { clockAt, RunSheet } from '@/areas/bench/ui/sessions/RunSheet';
import { SessionForm } from '@/areas/bench/ui/sessions/SessionForm';
import { momentOfEntry } from '@/server/clock';
import { safetyHolds, sentence, listMachines } from '@/areas/plan';
import { hazardsOf, readSafety } from '@/areas/safety';
import { ActButton } from '@/ui/forms/ActButton';
import { SeedForm } from '@/ui/forms/SeedForm';
import { PrintButton } from '@/ui/PrintButton';
import { Cautions } from '@/ui/sheet/Cautions';
import { number, plural, weekday, withQuery } from '@/core/format';
import { pool } from '@/db/connection';

export default async function SessionPage(props: SheetProps<{ session: string }>) {
  const frame = await openSheet('/projects/[project]/bench/sessions/[session]', props);
  const { project, teamId } = frame.seat;
  const leads = allowed(frame.seat, 'session.write');
  const [sessions, events, machines, safety, students, protocols] = await Promise.all([
    listSessions(pool(), project.id),
    listEvents(pool(), project.id),
    listMachines(pool(), project.id),
    readSafety(pool(), project.id),
    listStudents(pool(), project.id),
    listProtocols(pool(), project.id),
  ]);
  const { session: id } = await props.params;
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
  return (
    <ProjectFrame
      shows={['bench', 'bookings', 'event', 'gates', 'plan', 'safety', 'sessions']}
      frame={frame}
      sheet="bench"
      name="Bench"
      view="bench/sessions"
      views={BENCH_VIEWS}
      title={`Run sheet: ${session.eventName}, ${weekday(session.day)} ${session.start}`}
      byTeam={false}
      about={`section ${section?.name ?? ''} · ${plural(session.attempts, 'attempt')} each, ${number(session.minutesPerAttempt, 1)} min and ${number(session.resetMinutes, 1)} min reset, ${plural(session.stations, 'station')}`}
      actions={
        <>
          {leads && !session.begunAt && session.seed === null && (
            <>
              <ActButton
                icon={REMOVE}
                act={removeSession}
                undo
                input={place}
                done="The session is removed."
                confirm="Remove this session? Its run sheet goes with it."
              >
                Remove session
              </ActButton>
              <SidePanel id="plan" label="Change the plan" icon={CHANGE} title="Plan of this session">
                <SessionForm
                  key={session.version}
                  projectId={project.id}
                  id={session.id}
                  version={session.version}
                  values={sessionForm({ ...session })}
                  {...offersOf(frame, events, machines)}
                />
              </SidePanel>
            </>
          )}
          <PrintButton>Print the run sheet</PrintButton>
        </>
      }
    >
      {on && (
        <AtTheRig
          projectId={project.id}
          session={session}
          following={following}
          held={held}
          leads={leads}
          teams={frame.teams}
          enterHref={(team) => withQuery(enter, { team })}
        />
      )}
      {!session.begunAt && (
        <p
          className={`callout mb-3 ${plan.fits ? '' : 'font-medium'}`}
          style={{ '--tone': plan.fits ? 'var(--moss)' : 'var(--brick)' } as React.CSSProperties}
        >
          {plan.fits
            ? `Fits: ends at ${clockAt(session, plan.finish)}, ${number(session.minutes - plan.finish, 1)} min to spare.`
            : `Does not fit: it needs ${number(plan.finish, 1)} min and there are ${session.minutes}.`}
        </p>
      )}
      {!session.begunAt && plan.ways.length > 0 && (
        <section className="mb-4 no-print">
          <h2 className="mb-1">What would make it fit, one of these</h2>
          <ul>
            {plan.ways.map((way) => (
              <li key={way.kind}>– {wayWords(way, session)}</li>
            ))}
          </ul>
        </section>
      )}
      {session.endedAt && <p className="mb-3">This session is over.</p>}
      {session.drawn && (
        <p className="mb-3">
          {waits
            ? 'The order is drawn once the seed is announced; until then the list stands as it was frozen.'
            : `Drawn by the seed “${session.seed}” from the frozen list ${session.teams.map((one) => frame.teams.find((team) => team.id === one)?.name).join(', ')}.`}
        </p>
      )}
      {leads && waits && (
        <div className="mb-4 no-print">
          <SeedForm projectId={project.id} id={session.id} submit={announceSeed} />
        </div>
      )}
      {leads && !session.begunAt && !waits && session.day !== frame.today && (
        <p className="mb-3 faint no-print">It can begin on {weekday(session.day)}.</p>
      )}
      {leads && !session.begunAt && !waits && session.day === frame.today && (
        <p className="mb-4 no-print">
          <ActButton act={beginSession} input={place} done="The session is on." className="btn btn-go">
            Begin the session
          </ActButton>
        </p>
      )}
      <RunSheet session={session} runs={following.runs} teams={frame.teams} held={held} ownTeam={teamId} />
      <Cautions own={protocol?.cautions ? [protocol.cautions] : []} hazards={hazards} />
    </ProjectFrame>
  );
}
