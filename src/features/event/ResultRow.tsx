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
  points: string;
  because: string;
  /** What it says is why the attempts can't be scored. */
  problem: boolean;
}

export function ResultRow({ place, team, colour, attempts, counted, points, because, problem }: ResultWords) {
  return (
    <tr>
      <td className="num right">{place ?? '–'}</td>
      <td>
        <TeamTag name={team} colour={tagColour(colour)} />
      </td>
      {attempts.map((attempt, i) => (
        <td key={i} className={`num right whitespace-nowrap ${attempt?.[2] ? 'font-semibold' : ''}`}>
          {attempt && (
            <a href={attempt[1]} className={attempt[2] ? '' : 'text-faint'}>
              {attempt[0]}
            </a>
          )}
        </td>
      ))}
      <td className="num right">{counted}</td>
      <td className="num right font-semibold">{points}</td>
      <td className={`text-sm ${problem ? 'text-ochre' : 'faint'}`}>{because}</td>
    </tr>
  );
}
