'use client';

import { tagColour } from '@/ui/colours';
import { Post, POST_TONE, POST_WORD, type PostState } from '@/ui/glyphs/Post';
import { Link } from '@/ui/Link';
import { TeamTag } from '@/ui/sheet/Sheet';

/** A gate as it stands for a team, in words as they are shown. */
export interface GateWords {
  gate: string;
  href: string;
  state: PostState;
  /** That it was opened or held by hand, and why. */
  opened: string;
  held: string;
  conditions: string;
  /** What is missing: line by line for the team's next gate, else how much. */
  missing: string | string[];
}

export function GateRow({ team, colour, gates }: { team: string; colour: number; gates: GateWords[] }) {
  return (
    <tr>
      <td className="whitespace-nowrap">
        <TeamTag name={team} colour={tagColour(colour)} />
      </td>
      {gates.map((one) => (
        <td key={one.href} className="align-top">
          <Cell one={one} team={team} />
        </td>
      ))}
    </tr>
  );
}

function Cell({ one, team }: { one: GateWords; team: string }) {
  const { gate, href, state, opened, held, conditions, missing } = one;
  return (
    <>
      <Link href={href} aria-label={`${gate}, ${team}: ${POST_WORD[state]}`}>
        <span className="md:hidden faint">{gate}: </span>
        <Post state={state} /> <b className={POST_TONE[state]}>{POST_WORD[state]}</b>
      </Link>
      {opened && <span className="block text-sm text-ochre">opened: {opened}</span>}
      {held && <span className="block text-sm">held: {held}</span>}
      {conditions && <span className="block text-sm">{conditions}</span>}
      {typeof missing === 'string'
        ? missing && <span className="block text-sm">{missing}</span>
        : missing.map((line, i) => (
            <span key={i} className="block text-sm">
              – {line}
            </span>
          ))}
    </>
  );
}
