import { groupBy } from '@/core/shared/groupBy';
import type { Team } from '@/areas/course';
import type { Iteration } from '@/areas/builds/read/iterations';
import { column as lineUp, day, unitName } from '@/core/format';
import { IterationRow } from './IterationRow';

/** Iterations team by team, with the figures measured on them in columns. */
export function IterationTable({
  teams,
  iterations,
  href,
  earlier,
}: {
  teams: Team[];
  iterations: Iteration[];
  href: (id: string) => string;
  /** How many earlier ones of a team are left out, and where they are. */
  earlier: (team: Team) => readonly [count: number, href: string] | null;
}) {
  const columns = figures(iterations);
  // One list for all rows: it is sent once.
  const names = columns.map((column) => `${column.name}, ${unitName(column.unit)}:`);
  const nameOf = (id: string) => teams.find((team) => team.id === id)?.name ?? 'another team’s';
  const byTeam = groupBy(iterations, ({ teamId }) => teamId);
  return (
    <div className="overflow-x-auto">
      <table className="stacked">
        <thead>
          <tr>
            <th>Team</th>
            <th>No.</th>
            <th className="min-w-44">Main change</th>
            <th>From</th>
            <th>Built</th>
            <th>State</th>
            {columns.map((column) => (
              <th key={column.id} className="right">
                {column.name}, {unitName(column.unit)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {teams.flatMap((team) =>
            (byTeam.get(team.id) ?? []).map((one, i) => (
              <IterationRow
                key={one.id}
                team={team.name}
                number={one.number}
                href={href(one.id)}
                colour={i === 0 ? team.colour : null}
                earlier={i === Math.min(1, byTeam.get(team.id)!.length - 1) ? earlier(team) : null}
                change={one.change}
                from={
                  one.parents
                    .map((parent) => (parent.teamId === team.id ? '' : `${nameOf(parent.teamId)} `) + parent.number)
                    .concat(one.conceptId ? 'a concept' : one.benchmarkId ? 'an earlier season' : [])
                    .join(', ') || null
                }
                built={day(one.builtOn)}
                state={one.released ? `${one.state}, released` : one.state}
                held={one.heldFor !== ''}
                names={names}
                figures={columns.map((column) => {
                  const found = one.measurements.find((m) => m.parameterId === column.id);
                  if (!found) return null;
                  return column.write(found.value) + (found.unit === column.unit ? '' : ` ${found.unit}`);
                })}
              />
            )),
          )}
        </tbody>
      </table>
    </div>
  );
}

function figures(iterations: Iteration[]) {
  const measurements = iterations.flatMap((one) => one.measurements).filter((m) => m.unit !== null);
  const ids = [...new Set(measurements.map((m) => m.parameterId))];
  return ids
    .map((id) => {
      const own = measurements.filter((m) => m.parameterId === id);
      return { id, name: own[0]!.parameterName, unit: own[0]!.unit!, write: lineUp(own.map((m) => m.value)) };
    })
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}
