import { ADD } from '@/ui/kit/icons';
import { allowed } from '@/server/access';
import { SidePanel } from '@/ui/kit/SidePanel';
import { Link } from '@/ui/Link';
import { BENCH_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { newSession, offersOf, planOf, listSessions, listEvents } from '@/areas/bench';
import { SessionForm } from '@/areas/bench/ui/sessions/SessionForm';
import { listMachines } from '@/areas/plan';
import { number, plural, weekday } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function SessionsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/bench/sessions', props);
  const { project } = frame.seat;
  const leads = allowed(frame.seat, 'session.write');
  const [sessions, events, machines] = await Promise.all([
    listSessions(pool(), project.id),
    listEvents(pool(), project.id),
    listMachines(pool(), project.id),
  ]);
  const shown = sessions.filter((one) => !frame.section || one.sectionId === frame.section.id);
  const sectionOf = new Map(frame.sections.map((one) => [one.id, one.name]));
  return (
    <ProjectFrame
      shows={['bench', 'bookings', 'event', 'sessions']}
      frame={frame}
      sheet="bench"
      name="Bench"
      view="bench/sessions"
      views={BENCH_VIEWS}
      title="Test sessions"
      byTeam={false}
      actions={
        leads &&
        events.length > 0 &&
        frame.teams.length > 0 && (
          <SidePanel
            id="new"
            label="Plan a session"
            icon={ADD}
            title="New test session"
            className={shown.length === 0 ? 'btn btn-go' : 'btn'}
          >
            <SessionForm
              key={sessions.length}
              projectId={project.id}
              id={null}
              version={null}
              values={newSession(frame, events, machines)}
              {...offersOf(frame, events, machines)}
            />
          </SidePanel>
        )
      }
    >
      {shown.length === 0 && (
        <Nothing>
          A test session says who runs when at a rig, whether it fits the meeting, and is followed while it goes.
          {events.length === 0 && ' It needs an event with its protocol first.'}
        </Nothing>
      )}
      {shown.length > 0 && (
        <table className="stacked max-w-4xl">
          <thead>
            <tr>
              <th>When</th>
              <th>Section</th>
              <th>What is run</th>
              <th>Plan</th>
              <th>State</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((session) => {
              const { fits, finish, runs } = planOf(session);
              return (
                <tr key={session.id}>
                  <td className="whitespace-nowrap">
                    <Link href={hrefIn(frame, `bench/sessions/${session.id}`)}>
                      {weekday(session.day)}, {session.start}
                    </Link>
                  </td>
                  <td>{sectionOf.get(session.sectionId)}</td>
                  <td>{session.eventName}</td>
                  <td className={fits ? '' : 'text-brick'}>
                    {plural(runs.length, 'run')}, {number(finish, 1)} of {session.minutes} min
                    {!fits && ': does not fit'}
                  </td>
                  <td>{session.endedAt ? 'over' : session.begunAt ? <b className="text-iron">runs</b> : 'planned'}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </ProjectFrame>
  );
}
