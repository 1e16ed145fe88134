import { groupBy } from '@/core/shared/groupBy';
import type { Team } from '@/areas/course';
import type { EventResults } from '@/areas/event/read/scoring';
import type { Run } from '@/areas/bench';
import { column, fixed, unitName } from '@/core/format';
import { convert } from '@/core/units';
import { ResultRows } from './ResultRows';

interface Props {
  results: EventResults;
  teams: Team[];
  attempts: Run[];
  allowed: number;
  /** Of the attempts; what a formula makes of them has none. */
  unit: string;
  /** The address of a run, with RUN where its id goes. */
  runHref: string;
}

/** One event: every attempt, the counted value, points with their arithmetic, and the place. */
export function ResultTable({ results, teams, attempts, allowed, unit, runHref }: Props) {
  const rows = results.results.filter((result) => teams.some((team) => team.id === result.teamId));
  const inUnit = ({ value, unit: own }: Run) =>
    value === null ? null : convert({ value, from: own ?? unit, to: unit }).value;
  const counted = results.event.rule.value === undefined ? `Counts (${unitName(unit)})` : 'Counts';
  const [values, points] = [
    column(
      [...attempts.filter((run) => run.eventId === results.event.id).map(inUnit), ...rows.map((row) => row.counted)],
      4,
    ),
    (value: number) => fixed(value, 1),
  ] as const;
  const made = groupBy(
    attempts.filter((run) => run.eventId === results.event.id),
    (run) => run.teamId,
  );
  const said = (run: Run) =>
    run.status === 'ok'
      ? values(inUnit(run))
      : { foul: 'foul', 'did-not-finish': 'dnf', 'did-not-start': 'dns' }[run.status];
  const inWords = (result: (typeof rows)[number]) => {
    const team = teams.find((one) => one.id === result.teamId)!;
    const own = made.get(team.id) ?? [];
    const problem = results.problems.find((one) => one.teamId === team.id);
    return {
      place: result.place,
      team: team.name,
      colour: team.colour,
      attempts: Array.from({ length: allowed }, (_, i) => {
        const run = own.find((one) => one.attempt === i + 1);
        return run ? ([said(run), run.id, result.attempts.includes(i + 1)] as const) : null;
      }),
      counted: values(result.counted),
      points: points(result.points),
      because: problem ? problem.message : result.because.join(' '),
      problem: problem !== undefined,
    };
  };
  return (
    <div className="overflow-x-auto">
      <table className="stacked results">
        <thead>
          <tr>
            <th className="right">Place</th>
            <th>Team</th>
            {Array.from({ length: allowed }, (_, i) => (
              <th key={i} className="right">
                Att. {i + 1} ({unitName(unit)})
              </th>
            ))}
            <th className="right">{counted}</th>
            <th className="right">Points</th>
            <th className="min-w-72">Because</th>
          </tr>
        </thead>
        <tbody>
          <ResultRows unit={unitName(unit)} runHref={runHref} rows={rows.map(inWords)} />
        </tbody>
      </table>
    </div>
  );
}
