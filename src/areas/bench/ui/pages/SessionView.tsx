import { AtTheRig } from '@/areas/bench/ui/sessions/AtTheRig';
import { withQuery, number, weekday } from '@/core/format';
import { clockAt, RunSheet } from '@/areas/bench/ui/sessions/RunSheet';
import { wayWords } from '@/areas/bench/read/sessions/plan';
import { SeedForm } from '@/ui/forms/SeedForm';
import { announceSeed, beginSession, removeSession } from '@/areas/bench/write/sessions';
import { ActButton } from '@/ui/forms/ActButton';
import { Cautions } from '@/ui/sheet/Cautions';
import { REMOVE, CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { SessionForm } from '@/areas/bench/ui/sessions/SessionForm';
import { sessionForm } from '@/areas/bench/read/sessions/toForm';
import { offersOf } from '@/areas/bench/read/sessions/offers';
import { PrintButton } from '@/ui/PrintButton';
import type { Place } from '@/areas/course';
import type { readSessionPage } from '@/areas/bench/read/pages/session';

type Props = Awaited<ReturnType<typeof readSessionPage>> & { frame: Place };

/** The content of the page “Session”. */
export function SessionView({
  leads,
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
  frame,
}: Props) {
  const { project, teamId } = frame.seat;

  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function SessionActions({ leads, events, machines, session, place, frame }: Props) {
  const { project } = frame.seat;

  return (
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
  );
}
