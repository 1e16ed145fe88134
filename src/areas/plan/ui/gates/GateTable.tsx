import { inShort } from '@/core/gates';
import type { Team } from '@/areas/course';
import type { Gate, TeamGate } from '@/areas/plan/read/gates';
import { plural } from '@/core/format';
import { GateRow, type GateWords } from './GateRow';

/** Teams down, gates across. The next gate of each team says what is missing; those behind it only how much. */
export function GateTable({
  teams,
  gates,
  judged,
  href,
}: {
  teams: readonly Team[];
  gates: readonly Gate[];
  judged: readonly TeamGate[];
  href: (gate: string, team: string) => string;
}) {
  return (
    <div className="overflow-x-auto">
      <table className="stacked md:table-fixed">
        <thead>
          <tr>
            <th className="w-28">Team</th>
            {gates.map((gate) => (
              <th key={gate.id}>
                {gate.name}
                <span className="block font-normal normal-case tracking-normal">before {gate.stageName}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {teams.map((team) => {
            const own = judged.filter((one) => one.teamId === team.id);
            const next = own.find((one) => one.state !== 'open');
            return (
              <GateRow
                key={team.id}
                team={team.name}
                colour={team.colour}
                gates={own.map((one) => wordsOf(one, one === next, href(one.gate.id, team.id)))}
              />
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function wordsOf(one: TeamGate, next: boolean, href: string): GateWords {
  const { gate, state, missing, decision, openConditions, conditions } = one;
  const open = conditions.find((each) => !each.done)?.what;
  const lacks = state === 'open' ? [] : missing;
  return {
    gate: gate.name,
    href,
    state,
    opened: decision?.kind === 'override' ? decision.reason : '',
    held: decision?.kind === 'held' ? decision.reason : '',
    conditions: openConditions > 0 ? `${plural(openConditions, 'condition')} open, next ${open}` : '',
    missing: next ? lacks.map(inShort) : lacks.length > 0 ? `${lacks.length} missing` : '',
  };
}
