import { PART_STATES, scale, type Turn } from '@/core/builds';
import { ActButton } from '@/ui/forms/ActButton';
import { number, plural } from '@/core/format';
import { movePart } from '@/areas/builds/write/parts';
import type { BuildScale, PartRecord } from '@/areas/builds/read/parts';

interface Props {
  projectId: string;
  parts: PartRecord[];
  turns: Turn[];
  scaled: BuildScale | null;
  nameOf: (id: string | null) => string;
  me: string;
  leads: boolean;
}

const DOES: Partial<Record<(typeof PART_STATES)[number], string>> = {
  drawn: 'It is drawn',
  checked: 'I have checked it',
  'double-checked': 'I have checked it too',
  'cut in trial material': 'Cut in trial material',
  fits: 'It fits',
  'cut in final material': 'Cut in final material',
  done: 'It is done',
};

/** The part list: who owns each, how far it is, whose turn it is. */
export function PartTable({ projectId, parts, turns, scaled, nameOf, me, leads }: Props) {
  return (
    <table className="stacked">
      <thead>
        <tr>
          <th>Code</th>
          <th className="min-w-36">Part</th>
          <th>Owner</th>
          <th>Checker</th>
          <th className="right">Share</th>
          {scaled && <th className="right">Thickness, full size → model</th>}
          <th className="min-w-40">State</th>
          <th className="min-w-44">Whose turn</th>
        </tr>
      </thead>
      <tbody>
        {parts.map((part) => {
          const turn = turns.find((one) => one.part === part.id);
          const next = PART_STATES[PART_STATES.indexOf(part.state) + 1];
          const mine = turn && next && mayStep(part, turn, me, leads);
          return (
            <tr key={part.id}>
              <td className="num">{part.code}</td>
              <td className="font-medium">{part.name}</td>
              <td data-label="owner" className="whitespace-nowrap">
                {nameOf(part.ownerId)}
              </td>
              <td data-label="checker" className="whitespace-nowrap">
                {part.checkerId ? nameOf(part.checkerId) : <span className="faint">anybody else</span>}
              </td>
              <td data-label="share" className="num right">
                {number(part.share)}
              </td>
              {scaled && (
                <td data-label="thickness" className="num right whitespace-nowrap">
                  <Thickness part={part} scaled={scaled} />
                </td>
              )}
              <td>
                <State part={part} nameOf={nameOf} />
              </td>
              <td>
                {turn && (
                  <span className="block">
                    {turn.person
                      ? nameOf(turn.person)
                      : turn.not.length > 0
                        ? `anybody but ${turn.not.map(nameOf).join(', ')}`
                        : 'nobody yet'}{' '}
                    <span className="faint">{turn.does}</span>
                  </span>
                )}
                {mine && (
                  <ActButton
                    act={movePart}
                    input={{ projectId, id: part.id, version: part.version, state: next }}
                    done={`${part.code}: ${next}.`}
                    className="btn btn-go my-1 no-print"
                  >
                    {DOES[next]}
                  </ActButton>
                )}
                {part.state !== 'listed' && (leads || me === part.ownerId) && (
                  <ActButton
                    act={movePart}
                    input={{
                      projectId,
                      id: part.id,
                      version: part.version,
                      state: PART_STATES[PART_STATES.indexOf(part.state) - 1],
                    }}
                    done={`${part.code}: step undone.`}
                    confirm="Undo the last step of this part?"
                    className="btn-text text-sm no-print ml-3"
                  >
                    undo step
                  </ActButton>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function mayStep(part: PartRecord, turn: Turn, me: string, leads: boolean): boolean {
  if (turn.not.includes(me)) return false;
  return leads || turn.person === me || (turn.person === null && turn.not.length > 0);
}

/** How far a part is: a box a state, filled so far, and the word. */
function State({ part, nameOf }: { part: PartRecord; nameOf: Props['nameOf'] }) {
  const at = PART_STATES.indexOf(part.state);
  const checks = [part.checkedBy, part.doubleCheckedBy].filter((one) => one !== null);
  return (
    <>
      <svg width={PART_STATES.length * 11} height="9" aria-hidden className="block">
        {PART_STATES.map((state, i) => (
          <rect
            key={state}
            x={i * 11 + 0.5}
            y="0.5"
            width="8"
            height="8"
            fill={i <= at ? 'var(--ink)' : 'none'}
            stroke="var(--ink)"
          />
        ))}
      </svg>
      {part.state}
      {checks.length > 0 && (
        <span className="block text-sm faint">
          {plural(checks.length, 'check')}: {checks.map(nameOf).join(', ')}
        </span>
      )}
    </>
  );
}

function Thickness({ part: { thickness, thicknessUnit }, scaled }: { part: PartRecord; scaled: BuildScale }) {
  if (thickness === null) return <>–</>;
  const least = scaled.leastThickness === null ? null : { value: scaled.leastThickness, unit: scaled.leastUnit! };
  const to = scaled.leastUnit ?? thicknessUnit!;
  const found = scale({ value: thickness, from: thicknessUnit!, to, ratio: scaled.ratio, towards: 'model', least });
  return (
    <>
      {number(thickness)} {thicknessUnit} → {number(found.value)} {found.unit}
      {found.tooThin && <span className="block text-brick font-sans">thinner than the material can be cut</span>}
    </>
  );
}
