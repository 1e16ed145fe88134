import { Link } from '@/ui/Link';
import type { Team } from '@/areas/course';
import { type Protocol, conditionsOf } from '@/areas/bench/read/protocols';
import { testOf, type EventRecord } from '@/areas/bench/read/runs';
import type { Run } from '@/areas/bench/read/run';
import { tagColour } from '@/ui/colours';
import { quantity } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';
import { settingsText } from '@/areas/bench/read/atSettings';
import { offProtocol } from '@/areas/bench/read/offProtocol';

interface Props {
  runs: Run[];
  teams: Team[];
  events: EventRecord[];
  protocols: Protocol[];
  runHref: (id: string) => string;
  when: (run: Run) => string;
}

/** Runs as they were entered, with what was not as the protocol says. */
export function RunTable({ runs, teams, events, protocols, runHref, when }: Props) {
  return (
    <div className="overflow-x-auto">
      <table className="stacked">
        <thead>
          <tr>
            <th>When</th>
            <th>Team</th>
            <th>Event or protocol</th>
            <th className="right">Iteration</th>
            <th className="right">Attempt</th>
            <th className="right">Value</th>
            <th>Remarks</th>
          </tr>
        </thead>
        <tbody>
          {runs.map((run) => {
            const team = teams.find((one) => one.id === run.teamId);
            const protocol = protocols.find((one) => one.id === run.protocolId);
            const off = protocol ? offProtocol(conditionsOf(protocol, run), run.conditions) : [];
            return (
              <tr key={run.id} className={run.withdrawn ? 'line-through text-faint' : ''}>
                <td className="beside whitespace-nowrap">
                  <Link href={runHref(run.id)}>{when(run)}</Link>
                </td>
                <td className="beside">{team && <TeamTag name={team.name} colour={tagColour(team.colour)} />}</td>
                <td className="beside">{testOf(run, { events, protocols })}</td>
                <td data-label="iteration" className="beside num right">
                  {run.iterationNumber}
                  {run.copyNumber !== null && (
                    <span className="block text-sm faint whitespace-nowrap">copy {run.copyNumber}</span>
                  )}
                </td>
                <td data-label={run.attempt === null ? '' : 'attempt'} className="beside num right">
                  {run.attempt ?? 'practice'}
                </td>
                <td className="beside num right whitespace-nowrap max-sm:font-semibold">
                  {run.value === null ? '' : quantity(run.value, run.unit)}
                </td>
                <td className={off.length || run.heldFor ? 'text-ochre' : 'text-faint'}>
                  {[
                    run.status === 'ok' ? '' : run.status.replaceAll('-', ' '),
                    settingsText(run.settings),
                    protocol && run.protocolVersion !== protocol.currentVersion
                      ? `version ${run.protocolVersion} of the protocol`
                      : '',
                    ...off,
                    run.heldFor && `recorded despite a hold: ${run.heldFor}`,
                    run.note,
                    run.leftOut && `left out: ${run.leftOut}`,
                  ]
                    .filter(Boolean)
                    .join('; ')}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
