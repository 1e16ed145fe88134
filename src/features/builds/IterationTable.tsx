import Link from 'next/link';
import type { Team } from '@/server/records/classes';
import type { Iteration } from '@/server/records/iterations';
import { tagColour } from '@/ui/colours';
import { day, number, unitName } from '@/ui/format';
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
            <th>Main change</th>
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
                    <Link prefetch={false} href={href(one.id)}>
                      {one.number}
                    </Link>
                  </td>
                  <td>{one.change}</td>
                  <td className="num">{one.parentNumber ?? '–'}</td>
                  <td className="whitespace-nowrap">{day(one.builtOn)}</td>
                  <td>
                    {one.state}
                    {one.released && ', released'}
                  </td>
                  {columns.map((column) => {
                    const found = one.measurements.find((m) => m.parameterId === column.id);
                    return (
                      <td key={column.id} className="num right whitespace-nowrap">
                        {found ? (
                          `${number(found.value)}${found.unit === column.unit ? '' : ` ${found.unit}`}`
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

function figures(iterations: Iteration[]): { id: string; name: string; unit: string }[] {
  const found = new Map<string, { id: string; name: string; unit: string }>();
  for (const m of iterations.flatMap((one) => one.measurements)) {
    if (m.unit && !found.has(m.parameterId))
      found.set(m.parameterId, { id: m.parameterId, name: m.parameterName, unit: m.unit });
  }
  return [...found.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
}
