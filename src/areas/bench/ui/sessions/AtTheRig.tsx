import { Link } from '@/ui/Link';
import type { Following } from '@/core/sessions';
import type { Team } from '@/areas/course';
import type { TestSession } from '@/areas/bench/read/sessions';
import { ActButton } from '@/ui/forms/ActButton';
import { number } from '@/core/format';
import { endSession, markRun } from '@/areas/bench/write/sessions';
import { clockAt } from './RunSheet';
import { Ticker } from './Ticker';

/** A session that is on: who runs, who is next, how late it is; for who leads, with large buttons. */
export function AtTheRig({
  projectId,
  session,
  following,
  teams,
  held,
  leads,
  enterHref,
}: {
  projectId: string;
  session: TestSession;
  following: Following;
  teams: readonly Team[];
  held: ReadonlyMap<string, string>;
  leads: boolean;
  enterHref: (team: string) => string;
}) {
  const { runs, late, finish } = following;
  const nameOf = (id: string) => teams.find((one) => one.id === id)?.name ?? 'a team';
  const mark = (run: { team: string; attempt: number }, does: string) => ({
    projectId,
    sessionId: session.id,
    teamId: run.team,
    attempt: run.attempt,
    does,
  });
  const at = runs.filter((run) => run.state === 'running' || run.state === 'next');
  const over = at.length === 0;
  const end = finish - session.minutes;
  return (
    <section className="border-2 border-ink p-3 mb-4" aria-live="polite">
      <Ticker />
      <p className="mb-2 text-lg">
        {over ? 'All runs are done.' : late >= 1 ? `${number(late, 0)} min late` : 'on time'}
        {!over && `; ends about ${clockAt(session, finish)}`}
        {!over && end >= 1 && <b className="text-brick">, {number(end, 0)} min after the time there is</b>}
      </p>
      <div className="flex flex-wrap gap-4">
        {at.map((run) => (
          <div key={`${run.team} ${run.attempt}`} className="min-w-60">
            <p className="faint">
              {run.state === 'running' ? `runs since ${clockAt(session, run.expected)}` : 'next'}
              {session.stations > 1 && `, station ${run.station}`}
            </p>
            <p className="font-cond font-semibold text-3xl">
              {nameOf(run.team)} <span className="text-xl font-medium">attempt {run.attempt}</span>
            </p>
            {run.state === 'next' && held.get(run.team) && (
              <p className="text-brick">held: {held.get(run.team)}. If it runs anyway, it is recorded and marked.</p>
            )}
            {leads && (
              <p className="flex flex-wrap gap-2 mt-2 no-print">
                {run.state === 'running' ? (
                  <>
                    <Link className="btn btn-go" href={enterHref(run.team)}>
                      Enter the value
                    </Link>
                    <ActButton act={markRun} input={mark(run, 'end')} done={`${nameOf(run.team)} is through.`}>
                      Run done
                    </ActButton>
                    <ActButton act={markRun} input={mark(run, 'undo')} done="Undone." className="btn-text">
                      not begun after all
                    </ActButton>
                  </>
                ) : (
                  <>
                    <ActButton
                      act={markRun}
                      input={mark(run, 'start')}
                      done={`${nameOf(run.team)} runs.`}
                      className="btn btn-go"
                    >
                      Start
                    </ActButton>
                    <ActButton act={markRun} input={mark(run, 'skip')} done={`${nameOf(run.team)} is left out.`}>
                      Not here
                    </ActButton>
                    {held.get(run.team) && (
                      <ActButton
                        act={markRun}
                        input={mark(run, 'end')}
                        done="Recorded, and marked."
                        className="btn-text"
                      >
                        it ran anyway
                      </ActButton>
                    )}
                  </>
                )}
              </p>
            )}
          </div>
        ))}
      </div>
      {leads && (
        <p className="mt-3 no-print">
          <ActButton
            act={endSession}
            input={{ projectId, id: session.id }}
            done="The session is over."
            confirm={over ? 'End this session?' : 'End the session with runs still open?'}
            className={over ? 'btn' : 'btn-text'}
          >
            {over ? 'End the session' : 'end the session'}
          </ActButton>
        </p>
      )}
    </section>
  );
}
