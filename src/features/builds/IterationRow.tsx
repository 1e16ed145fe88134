'use client';

import { tagColour } from '@/ui/colours';
import { Link } from '@/ui/Link';
import { TeamTag } from '@/ui/sheet/Sheet';

/** An iteration in words and figures as they are shown. */
export interface IterationWords {
  team: string;
  number: number;
  href: string;
  /** The team's colour, on its first line alone. */
  colour: number | null;
  /** How many earlier ones are left out, and where they are; on the team's second line. */
  earlier: readonly [count: number, href: string] | null;
  change: string;
  from: number | null;
  built: string;
  state: string;
  held: boolean;
  /** By column; null where nothing was measured. */
  figures: (string | null)[];
}

export function IterationRow(props: IterationWords) {
  const { team, number, href, colour, earlier, change, from, built, state, held, figures } = props;
  return (
    <tr>
      <td>
        {colour !== null && <TeamTag name={team} colour={tagColour(colour)} />}
        {earlier && (
          <Link
            href={earlier[1]}
            className="text-sm whitespace-nowrap"
            aria-label={`${earlier[0]} earlier iterations of ${team}`}
          >
            {earlier[0]} earlier
          </Link>
        )}
      </td>
      <td className="num">
        <Link href={href} aria-label={`${team} ${number}`}>
          {number}
        </Link>
      </td>
      <td>{change}</td>
      <td className="num">{from ?? '–'}</td>
      <td className="whitespace-nowrap">{built}</td>
      <td>
        {state}
        {held && <span className="block text-sm text-ochre">despite a hold</span>}
      </td>
      {figures.map((figure, i) => (
        <td key={i} className={`num right whitespace-nowrap ${figure === null ? 'faint' : ''}`}>
          {figure ?? '–'}
        </td>
      ))}
    </tr>
  );
}
