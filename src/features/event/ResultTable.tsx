import { Link } from '@/ui/Link';
import type { Team } from '@/domain/classes/read';
import type { EventResults } from '@/domain/event/judge';
import type { Run } from '@/domain/bench/read';
import { tagColour } from '@/ui/colours';
import { column } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';

interface Props {
  results: EventResults;
  teams: Team[];
  attempts: Run[];
  allowed: number;
  runHref: (id: string) => string;
}

/** One event: every attempt, the counted value, points with their arithmetic, and the place. */
export function ResultTable({ results, teams, attempts, allowed, runHref }: Props) {
  const rows = results.results.filter((result) => teams.some((team) => team.id === result.teamId));
  const [values, points] = [
    column(
      [
        ...attempts.filter((run) => run.eventId === results.event.id).map((run) => run.value),
        ...rows.map((row) => row.counted),
      ],
      4,
    ),
    column(
      rows.map((row) => row.points),
      2,
    ),
  ];
  return (
    <div className="overflow-x-auto">
      <table>
        <thead>
          <tr>
            <th className="right">Place</th>
            <th>Team</th>
            {Array.from({ length: allowed }, (_, i) => (
              <th key={i} className="right">
                Att. {i + 1}
              </th>
            ))}
            <th className="right">Counts</th>
            <th className="right">Points</th>
            <th className="min-w-72">Because</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((result) => {
            const team = teams.find((one) => one.id === result.teamId)!;
            const own = attempts.filter((run) => run.eventId === results.event.id && run.teamId === team.id);
            const problem = results.problems.find((one) => one.teamId === team.id);
            return (
              <tr key={team.id}>
                <td className="num right">{result.place}</td>
                <td>
                  <TeamTag name={team.name} colour={tagColour(team.colour)} />
                </td>
                {Array.from({ length: allowed }, (_, i) => {
                  const run = own.find((one) => one.attempt === i + 1);
                  const counts = result.attempts.includes(i + 1);
                  return (
                    <td key={i} className={`num right whitespace-nowrap ${counts ? 'font-semibold' : ''}`}>
                      {run && (
                        <Link href={runHref(run.id)} className={counts ? '' : 'text-faint'}>
                          {run.status === 'ok'
                            ? values(run.value)
                            : { foul: 'foul', 'did-not-finish': 'dnf', 'did-not-start': 'dns' }[run.status]}
                        </Link>
                      )}
                    </td>
                  );
                })}
                <td className="num right">{values(result.counted)}</td>
                <td className="num right font-semibold">{points(result.points)}</td>
                <td className={`text-sm ${problem ? 'text-ochre' : 'faint'}`}>
                  {problem ? problem.message : result.because.join(' ')}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
