import { Link } from '@/ui/Link';
import { inShort } from '@/core/gates';
import type { Team } from '@/domain/classes/read';
import type { Gate, TeamGate } from '@/domain/gates/read';
import { tagColour } from '@/ui/colours';
import { plural } from '@/core/format';
import { Post, POST_TONE, POST_WORD } from '@/ui/glyphs/Post';
import { TeamTag } from '@/ui/sheet/Sheet';

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
              <tr key={team.id}>
                <td className="whitespace-nowrap">
                  <TeamTag name={team.name} colour={tagColour(team.colour)} />
                </td>
                {own.map((one) => (
                  <td key={one.gate.id} className="align-top">
                    <Cell one={one} next={one === next} href={href(one.gate.id, team.id)} team={team.name} />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function Cell({ one, next, href, team }: { one: TeamGate; next: boolean; href: string; team: string }) {
  const { gate, state, missing, decision, openConditions } = one;
  return (
    <>
      <Link href={href} aria-label={`${gate.name}, ${team}: ${POST_WORD[state]}`}>
        <span className="md:hidden faint">{gate.name}: </span>
        <Post state={state} /> <b className={POST_TONE[state]}>{POST_WORD[state]}</b>
      </Link>
      {decision?.kind === 'override' && <span className="block text-sm text-ochre">opened: {decision.reason}</span>}
      {decision?.kind === 'held' && <span className="block text-sm">held: {decision.reason}</span>}
      {openConditions > 0 && (
        <span className="block text-sm">
          {plural(openConditions, 'condition')} open, next {decision!.conditions.find((each) => !each.done)!.what}
        </span>
      )}
      {state !== 'open' && missing.length > 0 && (
        <span className="block text-sm">
          {next ? missing.map((item) => <Line key={item.id} text={inShort(item)} />) : `${missing.length} missing`}
        </span>
      )}
    </>
  );
}

function Line({ text }: { text: string }) {
  return <span className="block">– {text}</span>;
}
