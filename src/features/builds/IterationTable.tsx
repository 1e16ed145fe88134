import { Link } from '@/ui/Link';
import type { Team } from '@/domain/classes/read';
import type { Iteration } from '@/domain/builds/read';
import { tagColour } from '@/ui/colours';
import { column as lineUp, day, unitName } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';

/** Iterations team by team, with the figures measured on them in columns. */
export function IterationTable({
  teams,
  iterations,
  href,
}: {
  teams: Team[];
  iterations: Iteration[];
  href: (id: string) => string;
}) {
  const columns = figures(iterations);
  return (
    <div className="overflow-x-auto">
      <table>
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
            iterations
              .filter((one) => one.teamId === team.id)
              .map((one, i) => (
                <tr key={one.id}>
                  <td>{i === 0 && <TeamTag name={team.name} colour={tagColour(team.colour)} />}</td>
                  <td className="num">
                    <Link href={href(one.id)} aria-label={`${team.name} ${one.number}`}>
                      {one.number}
                    </Link>
                  </td>
                  <td>{one.change}</td>
                  <td className="num">{one.parentNumber ?? '–'}</td>
                  <td className="whitespace-nowrap">{day(one.builtOn)}</td>
                  <td>
                    {one.state}
                    {one.released && ', released'}
                    {one.heldFor && <span className="block text-sm text-ochre">despite a hold</span>}
                  </td>
                  {columns.map((column) => {
                    const found = one.measurements.find((m) => m.parameterId === column.id);
                    return (
                      <td key={column.id} className="num right whitespace-nowrap">
                        {found ? (
                          column.write(found.value) + (found.unit === column.unit ? '' : ` ${found.unit}`)
                        ) : (
                          <span className="faint">–</span>
                        )}
                      </td>
                    );
                  })}
                </tr>
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
