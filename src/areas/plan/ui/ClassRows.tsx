'use client';

import { tagColour } from '@/ui/colours';
import { Fold } from '@/ui/sheet/Fold';
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
          <Fold
            minor
            label={
              <>
                meeting <b className="num">{forecast.finish}</b> <span className="faint">({forecast.interval})</span>,{' '}
                <span className={forecast.late ? 'text-brick font-semibold' : undefined}>{forecast.early}</span>
              </>
            }
          >
            <p className="text-sm faint">{forecast.why}.</p>
          </Fold>
        ) : (
          <span className="text-moss">done</span>
        )}
      </td>
    </tr>
  );
}

export type HandInState = 'open' | 'handed-in' | 'accepted' | 'returned';
const SHORT = { open: '–', 'handed-in': 'in', accepted: 'ok', returned: 'back' };
const TONE = { open: '', 'handed-in': 'text-steel', accepted: 'text-moss', returned: 'text-brick' };

interface HandedIn {
  stages: { id: string; name: string }[];
  teams: {
    team: string;
    colour: number;
    href: string;
    /** In the order of the stages; the day it was handed in on, where it was. */
    states: (readonly [state: HandInState, on?: string])[];
  }[];
}

/** What each team has handed in, stage by stage. */
export function HandInRows({ stages, teams }: HandedIn) {
  return teams.map(({ team, colour, href, states }) => (
    <tr key={team}>
      <td className="!pr-3 whitespace-nowrap">
        <TeamTag name={team} colour={tagColour(colour)} />
      </td>
      {states.map(([state, on], i) => (
        <td key={i}>
          {state === 'open' ? (
            SHORT.open
          ) : (
            <a
              href={`${href}#${stages[i]!.id}`}
              className={`word ${TONE[state]}`}
              title={`${team}, ${stages[i]!.name}: ${state.replace('-', ' ')}${on ? ` ${on}` : ''}`}
            >
              {SHORT[state]}
            </a>
          )}
        </td>
      ))}
    </tr>
  ));
}
