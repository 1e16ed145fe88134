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
  from: string | null;
  built: string;
  state: string;
  held: boolean;
  /** What is measured, by column. */
  names: string[];
  /** By column; null where nothing was measured. */
  figures: (string | null)[];
}

export function IterationRow(props: IterationWords) {
  const { team, number, href, colour, earlier, change, from, built, state, held, names, figures } = props;
  return (
    <tr>
      <td className={colour === null && !earlier ? 'max-sm:!hidden' : ''}>
        {colour !== null && <TeamTag name={team} colour={tagColour(colour)} />}
        {earlier && (
          <Link
            href={earlier[1]}
            className="block text-sm whitespace-nowrap"
            aria-label={`${earlier[0]} earlier iterations of ${team}`}
          >
            {earlier[0]} earlier
          </Link>
        )}
      </td>
      <td className="num max-sm:!text-base font-semibold sm:font-normal">
        <Link href={href} aria-label={`${team} ${number}`}>
          <span className="sm:hidden">{team} </span>
          {number}
        </Link>
      </td>
      <td>{change}</td>
      <td data-label="from" className={`beside num ${from === null ? 'max-sm:!hidden' : ''}`}>
        {from ?? '–'}
      </td>
      <td data-label="built" className="beside whitespace-nowrap">
        {built}
      </td>
      <td data-label="state" className="beside">
        {state}
        {held && <span className="block text-sm text-ochre">despite a hold</span>}
      </td>
      {figures.map((figure, i) => (
        <td
          key={i}
          data-label={names[i]}
          className={`beside num right whitespace-nowrap ${figure === null ? 'faint max-sm:!hidden' : ''} ${i > 2 ? 'max-sm:!hidden' : ''}`}
        >
          {figure ?? '–'}
        </td>
      ))}
    </tr>
  );
}
