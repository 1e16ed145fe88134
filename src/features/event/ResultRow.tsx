'use client';

import { tagColour } from '@/ui/colours';
import { TeamTag } from '@/ui/sheet/Sheet';

/** A team in an event, in words and figures as they are shown. */
export interface ResultWords {
  place: number | null;
  team: string;
  colour: number;
  /** What was read, the run's address and whether it counts; null where none was made. */
  attempts: (readonly [text: string, href: string, counts: boolean] | null)[];
  counted: string;
  unit: string;
  points: string;
  because: string;
  /** What it says is why the attempts can't be scored. */
  problem: boolean;
}

export function ResultRow({ place, team, colour, attempts, counted, unit, points, because, problem }: ResultWords) {
  return (
    <tr>
      <td className="beside num right">{place ?? '–'}</td>
      <td className="beside">
        <TeamTag name={team} colour={tagColour(colour)} />
      </td>
      {attempts.map((attempt, i) => (
        <td
          key={i}
          data-label={`${i + 1}:`}
          className={`num right whitespace-nowrap beside ${attempt ? '' : 'max-sm:!hidden'} ${attempt?.[2] ? 'font-semibold' : ''}`}
        >
          {attempt && (
            <a href={attempt[1]} className={attempt[2] ? '' : 'text-faint'}>
              {attempt[0]}
            </a>
          )}
        </td>
      ))}
      <td data-label={`counts (${unit}):`} className="beside num right">
        {counted}
      </td>
      <td data-label="points:" className="beside num right font-semibold">
        {points}
      </td>
      <td className={`text-sm ${problem ? 'text-ochre' : 'faint'}`}>{because}</td>
    </tr>
  );
}
