'use client';

import { tagColour } from '@/ui/colours';
import { TeamTag } from '@/ui/sheet/Sheet';

/** How a team stands in the plan, in words as they are shown. */
export interface PaceWords {
  team: string;
  colour: number;
  href: string;
  stands: string;
  behind: boolean;
  worksOn: string;
  due: readonly [meeting: number, day: string] | null;
  workLeft: number;
  meetingsLeft: number;
  /** Null when nothing is left. */
  forecast: { finish: number; interval: string; early: string; late: boolean; why: string } | null;
}

export function PaceRow(props: PaceWords) {
  const { team, colour, href, stands, behind, worksOn, due, workLeft, meetingsLeft, forecast } = props;
  return (
    <tr>
      <td className="whitespace-nowrap">
        <a href={href}>
          <TeamTag name={team} colour={tagColour(colour)} />
        </a>
      </td>
      <td className={`whitespace-nowrap ${behind ? 'text-brick font-semibold' : ''}`}>{stands}</td>
      <td>{worksOn}</td>
      <td className="whitespace-nowrap">
        {due ? (
          <>
            <span className="num">{due[0]}</span>, {due[1]}
          </>
        ) : (
          '–'
        )}
      </td>
      <td className="num right">{workLeft}</td>
      <td className="num right">{meetingsLeft}</td>
      <td>
        {forecast ? (
          <details>
            <summary className="cursor-pointer">
              meeting <b className="num">{forecast.finish}</b> <span className="faint">({forecast.interval})</span>,{' '}
              <span className={forecast.late ? 'text-brick font-semibold' : ''}>{forecast.early}</span>
            </summary>
            <p className="text-sm faint">{forecast.why}.</p>
          </details>
        ) : (
          <span className="text-moss">done</span>
        )}
      </td>
    </tr>
  );
}

export type HandInState = 'open' | 'handed-in' | 'accepted' | 'returned';
const SHORT = { open: '–', 'handed-in': 'in', accepted: 'ok', returned: 'back' };
const TONE = { open: 'faint', 'handed-in': 'text-steel', accepted: 'text-moss', returned: 'text-brick' };

/** What a team has handed in, stage by stage. */
export function HandInRow({
  team,
  colour,
  href,
  stages,
}: {
  team: string;
  colour: number;
  href: string;
  stages: (readonly [id: string, state: HandInState, title: string])[];
}) {
  return (
    <tr>
      <td className="!pr-3 whitespace-nowrap">
        <TeamTag name={team} colour={tagColour(colour)} />
      </td>
      {stages.map(([id, state, title]) => (
        <td key={id} className={`!px-2 text-center ${state === 'open' ? 'faint' : ''}`}>
          {state === 'open' ? (
            SHORT.open
          ) : (
            <a href={`${href}#${id}`} className={`word ${TONE[state]}`} title={title}>
              {SHORT[state]}
            </a>
          )}
        </td>
      ))}
    </tr>
  );
}
