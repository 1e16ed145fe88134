import { timeOf, minutesOf } from '@/core/bookings';
import type { Followed } from '@/core/sessions';
import type { Team } from '@/areas/course';
import type { TestSession } from '@/areas/bench/read/sessions';
import { tagColour } from '@/ui/colours';
import { number } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';

/** The clock time of some minutes after a session's start; the half minute is said where it counts. */
export function clockAt(session: Pick<TestSession, 'start'>, minutes: number): string {
  const whole = Math.floor(minutes + 1e-9);
  const rest = minutes - whole;
  return (
    timeOf(minutesOf(session.start) + whole) + (rest > 0.01 ? `:${String(Math.round(rest * 60)).padStart(2, '0')}` : '')
  );
}

/** Who runs when at which station; prints with room to write the values down. */
export function RunSheet({
  session,
  runs,
  teams,
  held,
  ownTeam,
}: {
  session: TestSession;
  runs: readonly Followed[];
  teams: readonly Team[];
  /** What holds a team's runs, by its id. */
  held: ReadonlyMap<string, string>;
  ownTeam: string | null;
}) {
  const running = session.begunAt !== null;
  return (
    <table className="max-w-4xl">
      <thead>
        <tr>
          <th className="w-20">Planned</th>
          {session.stations > 1 && <th>Station</th>}
          <th>Team</th>
          <th className="right">Attempt</th>
          {running ? <th>State</th> : <td />}
          <th className="w-40 print-only">Value</th>
          <th className="w-56 print-only">Remarks</th>
        </tr>
      </thead>
      <tbody>
        {runs.map((run) => {
          const team = teams.find((one) => one.id === run.team);
          return (
            <tr key={`${run.team} ${run.attempt}`} className={run.team === ownTeam ? 'font-semibold' : ''}>
              <td className="num whitespace-nowrap">{clockAt(session, run.start)}</td>
              {session.stations > 1 && <td className="num">{run.station}</td>}
              <td>{team ? <TeamTag name={team.name} colour={tagColour(team.colour)} /> : 'a team that left'}</td>
              <td className="num right">{run.attempt}</td>
              <td className="text-sm">
                {running && <State session={session} run={run} />}
                {run.state !== 'done' && run.state !== 'skipped' && held.get(run.team) && (
                  <span className="block text-brick">held: {held.get(run.team)}</span>
                )}
              </td>
              <td className="print-only" />
              <td className="print-only" />
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function State({ session, run }: { session: TestSession; run: Followed }) {
  const mark = session.marks.find((one) => one.teamId === run.team && one.attempt === run.attempt);
  if (run.state === 'done')
    return (
      <>
        <span className="text-moss">done {clockAt(session, run.ended!)}</span>
        {mark?.heldFor && <span className="block text-ochre">despite a hold: {mark.heldFor}</span>}
      </>
    );
  if (run.state === 'running') return <b className="text-iron">runs since {clockAt(session, run.expected)}</b>;
  if (run.state === 'skipped') return <span className="faint">left out</span>;
  const late = run.expected - run.start;
  return (
    <span className={run.state === 'next' ? 'font-semibold' : ''}>
      {run.state === 'next' ? 'next' : ''} about {clockAt(session, run.expected)}
      {late >= 1 && <span className="text-ochre">, {number(late, 0)} min late</span>}
    </span>
  );
}
