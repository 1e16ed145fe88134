import { Link } from '@/ui/Link';
import { deviceOf, type Inspected } from '@/areas/event/read/inspections';
import type { Team } from '@/areas/course';
import { tagColour } from '@/ui/colours';
import { TeamTag } from '@/ui/sheet/Sheet';
import { limitWords } from './readingWords';
import { POINT_NAME, POINT_TONE, STATE_TONE, stateWords } from './words';

/** Who is inspected and who may start, at a glance: a line for each team, a column for each point. */
export function InspectionTable({
  inspected,
  teams,
  hrefOf,
}: {
  inspected: Inspected;
  teams: readonly Team[];
  /** null where whoever looks does not inspect this team. */
  hrefOf: (team: string) => string | null;
}) {
  const { checks } = inspected;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Inspection of the teams">
      <table className="stacked">
        <thead>
          <tr>
            <th>Team</th>
            <th>State</th>
            {checks.map(({ id, name, limit }) => (
              <th key={id} className="!whitespace-normal max-w-28" title={limitWords(limit)}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {teams.map((team) => {
            const device = deviceOf(inspected, team.id);
            const href = hrefOf(team.id);
            return (
              <tr key={team.id}>
                <td>
                  {href ? (
                    <Link href={href}>
                      <TeamTag name={team.name} colour={tagColour(team.colour)} />
                    </Link>
                  ) : (
                    <TeamTag name={team.name} colour={tagColour(team.colour)} />
                  )}
                </td>
                <td className={`font-semibold whitespace-nowrap ${STATE_TONE[device.state]}`}>{stateWords(device)}</td>
                {checks.map(({ id, name }) => {
                  const { state } = device.points.find((one) => one.check === id)!;
                  return (
                    <td
                      key={id}
                      data-label={name}
                      className={`whitespace-nowrap ${POINT_TONE[state]} ${state === 'passes' || state === 'open' ? 'max-sm:!hidden' : ''}`}
                    >
                      {POINT_NAME[state]}
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
