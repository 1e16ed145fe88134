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
  /** Of the parts, as they stand before them on a phone. */
  names: string[];
  parts: string[];
}

export function StandingRow({ place, href, team, colour, at, total, names, parts }: StandingWords) {
  const tag = tagColour(colour);
  return (
    <tr>
      <td className="num right beside !align-middle !text-[17px] font-semibold">
        {href && place !== null ? (
          <a href={href} aria-label={`Place ${place}, ${team}: where it comes from`}>
            {place}
          </a>
        ) : (
          (place ?? '–')
        )}
      </td>
      <td className="beside !align-middle">
        <TeamTag name={team} colour={tag} />
      </td>
      <td className="!p-0 !align-middle max-sm:!hidden">
        <svg width="320" height="34" viewBox="0 0 320 34" aria-hidden className="block">
          <path d={`M4 17 H${at}`} stroke="var(--rule)" />
          <path d={`M${at} 6 V28`} stroke={tag} strokeWidth="4" />
        </svg>
      </td>
      <td data-label="points:" className="num right beside !align-middle font-semibold !text-[15px]">
        {total}
      </td>
      {parts.map((part, i) => (
        <td key={i} data-label={names[i]} className="num right beside !align-middle">
          {part}
        </td>
      ))}
    </tr>
  );
}
