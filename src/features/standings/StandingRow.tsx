'use client';

import { tagColour } from '@/ui/colours';
import { TeamTag } from '@/ui/sheet/Sheet';

/** A team in the standings as it is shown. */
export interface StandingWords {
  place: number | null;
  /** Where its points come from, for those who may follow them. */
  href: string | null;
  team: string;
  colour: number;
  /** Where its rung stands, in pixels. */
  at: number;
  total: string;
  parts: string[];
}

export function StandingRow({ place, href, team, colour, at, total, parts }: StandingWords) {
  const tag = tagColour(colour);
  return (
    <tr>
      <td className="num right !align-middle !text-[17px] font-semibold">
        {href && place !== null ? (
          <a href={href} aria-label={`Place ${place}, ${team}: where it comes from`}>
            {place}
          </a>
        ) : (
          (place ?? '–')
        )}
      </td>
      <td className="!align-middle">
        <TeamTag name={team} colour={tag} />
      </td>
      <td className="!p-0 !align-middle hidden sm:table-cell">
        <svg width="320" height="34" viewBox="0 0 320 34" aria-hidden className="block">
          <path d={`M4 17 H${at}`} stroke="var(--rule)" />
          <path d={`M${at} 6 V28`} stroke={tag} strokeWidth="4" />
        </svg>
      </td>
      <td className="num right !align-middle font-semibold !text-[15px]">{total}</td>
      {parts.map((part, i) => (
        <td key={i} className="num right !align-middle">
          {part}
        </td>
      ))}
    </tr>
  );
}
