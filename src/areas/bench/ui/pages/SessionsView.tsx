import { Nothing } from '@/ui/sheet/Sheet';
import { planOf } from '@/areas/bench/read/sessions/plan';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { weekday, plural, number } from '@/core/format';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import { SessionForm } from '@/areas/bench/ui/sessions/SessionForm';
import { newSession, offersOf } from '@/areas/bench/read/sessions/offers';
import type { readSessionsPage } from '@/areas/bench/read/pages/sessions';

type Props = Awaited<ReturnType<typeof readSessionsPage>> & { frame: Place };

/** The content of the page “Sessions”. */
export function SessionsView({ events, shown, sectionOf, frame }: Props) {
  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function SessionsActions({ sessions, events, machines, shown, frame }: Props) {
  const { project } = frame.seat;

  return (
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
  );
}
