'use client';

import { tagColour } from '@/ui/colours';
import { TeamTag } from '@/ui/sheet/Sheet';

/** A team in an event, in words and figures as they are shown. */
export interface ResultWords {
  place: number | null;
  team: string;
  colour: number;
  /** What was read, the run's id and whether it counts; null where none was made. */
  attempts: (readonly [text: string, run: string, counts: boolean] | null)[];
  counted: string;
  points: string;
  because: string;
  /** What it says is why the attempts can't be scored. */
  problem: boolean;
}

interface Props {
  rows: ResultWords[];
  /** Of what counts. */
  unit: string;
  /** The address of a run, with RUN where its id goes: 360 addresses of one table are not sent. */
  runHref: string;
}
const RUN = 'RUN';

/** The lines of one event's table, made in the browser and on the server from the same words; how they look stands under `results`. */
export function ResultRows({ rows, unit, runHref }: Props) {
  const [before, after] = runHref.split(RUN) as [string, string];
  return rows.map((row) => <ResultRow key={row.team} {...row} unit={unit} href={(run) => before + run + after} />);
}

type Row = ResultWords & { unit: string; href: (run: string) => string };

function ResultRow({ place, team, colour, attempts, counted, unit, points, because, problem, href }: Row) {
  return (
    <tr>
      <td>{place ?? '–'}</td>
      <td>
        <TeamTag name={team} colour={tagColour(colour)} />
      </td>
      {attempts.map((attempt, i) => (
        <td key={i} data-label={`${i + 1}:`}>
          {attempt && (
            <a href={href(attempt[1])} className={attempt[2] ? 'counts' : undefined}>
              {attempt[0]}
            </a>
          )}
        </td>
      ))}
      <td data-label={`counts (${unit}):`}>{counted}</td>
      <td data-label="points:">{points}</td>
      <td className={problem ? 'text-ochre' : undefined}>{because}</td>
    </tr>
  );
}
