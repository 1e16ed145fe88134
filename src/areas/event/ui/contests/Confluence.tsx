'use client';

import { confluence, type Meeting, type Reach } from '@/core/tournament/confluence';
import { draw } from '@/core/tournament/draw';
import type { Tournament } from '@/core/tournament/description';
import type { Played } from '@/core/tournament/play';
import { tagColour } from '@/ui/colours';
import type { DeskTeam } from '@/areas/event/shared/contests/atDesk';

/** Measures of the figure, in its own units: on a sheet, and for a board that is read from the back of a hall. */
const SIZES = {
  sheet: { column: 132, row: 30, left: 92, right: 118, between: 26, bend: 26, name: 13, small: 10.5 },
  board: { column: 158, row: 40, left: 116, right: 150, between: 34, bend: 34, name: 22, small: 15 },
};
type Sizes = (typeof SIZES)['sheet'];

interface Props {
  description: Omit<Tournament, 'results'>;
  played: Played;
  teams: readonly DeskTeam[];
  /** Matches that were called to a ring. */
  called: readonly string[];
  name: string;
  size?: 'sheet' | 'board';
}

/**
 * A knock-out as watercourses: each team rises at the left, a match is where two meet, the winner flows on and the loser falls to the
 * lower channel or ends at a bar. Strokes are the lives that are left; what goes on now is marked rust.
 */
export function Confluence({ description, played, teams, called, name, size = 'sheet' }: Props) {
  const sizes = SIZES[size];
  const figure = confluence(draw(description), played);
  const double = description.format === 'double';
  const x = (column: number) => sizes.left + column * sizes.column;
  const y = (row: number) =>
    sizes.small + 10 + row * sizes.row + sizes.row / 2 + (double && row >= figure.upper ? sizes.between : 0);
  const width = x(figure.columns - 1) + sizes.right;
  const height = y(figure.rows - 1) + sizes.row;
  const teamOf = (id: string | null) => teams.find((one) => one.id === id);
  const last = new Map(figure.meetings.map((one) => [one.match, one]));
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`Figure of ${name}`}>
      <svg
        role="img"
        aria-label={`${name}: who meets whom, from left to right`}
        viewBox={`0 0 ${width} ${height}`}
        className="block w-full"
        style={{ minWidth: Math.min(width, 860), maxWidth: width * 1.6 }}
      >
        {double && (
          <g className="fill-(--faint)" fontSize={sizes.small - 1} letterSpacing=".08em">
            <path d={`M0 ${y(figure.upper) - sizes.between + 4} H${width}`} stroke="var(--hair)" />
            <text x="0" y={sizes.small}>
              WINNERS’ SIDE, TWO LIVES
            </text>
            <text x="0" y={y(figure.upper) - sizes.between + 18}>
              LOSERS’ SIDE, ONE LIFE
            </text>
          </g>
        )}
        {figure.reaches.map((reach) => (
          <Water
            key={`${reach.to}${reach.side}`}
            reach={reach}
            x={x}
            y={y}
            team={teamOf(reach.team)}
            sizes={sizes}
            meeting={last.get(reach.to)!}
          />
        ))}
        {figure.meetings.map((meeting) => (
          <MeetingMark
            key={meeting.match}
            meeting={meeting}
            x={x(meeting.column)}
            y={y(meeting.row)}
            called={called.includes(meeting.match)}
            sizes={sizes}
          />
        ))}
        {played.champion && (
          <Champion figure={figure.meetings} x={x} y={y} team={teamOf(played.champion)} sizes={sizes} />
        )}
      </svg>
    </div>
  );
}

type Scale = (at: number) => number;

/** A team's way to a meeting, with its name on it. */
function Water({
  reach,
  x,
  y,
  team,
  meeting,
  sizes,
}: {
  reach: Reach;
  x: Scale;
  y: Scale;
  team: DeskTeam | undefined;
  meeting: Meeting;
  sizes: Sizes;
}) {
  const { from, fromColumn, fromRow, column, row, side, lives, falls } = reach;
  const x0 = from === null ? 0 : x(fromColumn) + 6;
  const [y0, x1, y1] = [y(fromRow), x(column), y(row)];
  const lane = (side === 'a' ? -1 : 1) * sizes.row * 0.3;
  // Two that rise beside each other come as they are; others are led beside their meeting first.
  const level = from === null ? y0 : y1 + lane;
  const bend = x1 - sizes.bend;
  // Those who fall from the same column do so beside each other.
  const aside = falls ? 8 + (Math.round(fromRow) % 8) * 3 : 8;
  const path = (shift: number) =>
    from === null || Math.abs(y0 - level) < 1
      ? `M${x0} ${y0 + shift} H${bend} C${bend + 14} ${y0 + shift} ${bend + 14} ${y1 + shift} ${x1} ${y1 + shift}`
      : `M${x0} ${y0 + shift} C${x0 + 24} ${y0 + shift} ${x0 + aside} ${level + shift} ${x0 + 34} ${level + shift} H${bend} C${bend + 14} ${level + shift} ${bend + 14} ${y1 + shift} ${x1} ${y1 + shift}`;
  const lost = team !== undefined && meeting.played.state === 'done' && meeting.played.winner !== team.id;
  const colour = team ? tagColour(team.colour) : 'var(--rule)';
  const stroke = { fill: 'none', stroke: colour, strokeWidth: team ? 2 : 1, opacity: lost ? 0.55 : 1 };
  const dash = team ? {} : { strokeDasharray: '2 4' };
  const ends = lost && (lives ?? 1) <= 1;
  return (
    <g>
      {lives === 2 ? (
        <>
          <path d={path(-2)} {...stroke} />
          <path d={path(2)} {...stroke} />
        </>
      ) : (
        <path d={path(0)} {...stroke} {...dash} {...(falls && !team ? { opacity: 0.7 } : {})} />
      )}
      {team && (
        <text
          x={from === null ? 0 : bend - 4}
          y={from === null || side === 'a' ? level - 5 : level + sizes.name + 1}
          textAnchor={from === null ? 'start' : 'end'}
          fontSize={sizes.name}
          fontWeight={lost ? 400 : 600}
          className="fill-(--ink) font-cond"
          textDecoration={ends ? 'line-through' : undefined}
        >
          {team.name}
        </text>
      )}
      {ends && <path d={`M${x1 - 12} ${y1 + (side === 'a' ? -11 : 3)} v8`} stroke="var(--ink)" strokeWidth="2.5" />}
    </g>
  );
}

/** Where two meet: what came of it stands between the two lines, or that it goes on now. */
function MeetingMark({
  meeting,
  x,
  y,
  called,
  sizes,
}: {
  meeting: Meeting;
  x: number;
  y: number;
  called: boolean;
  sizes: Sizes;
}) {
  const { match, played } = meeting;
  const { state, scores, walkover } = played;
  const now = state === 'ready';
  const says = scores ? `${scores[0]} : ${scores[1]}` : walkover ? 'no match' : match;
  return (
    <g>
      {now ? (
        <path
          d={`M${x - 7} ${y} L${x} ${y - 7} L${x + 7} ${y} L${x} ${y + 7}Z`}
          fill={called ? 'var(--iron)' : 'var(--sheet)'}
          stroke="var(--iron)"
          strokeWidth="2"
        />
      ) : (
        <circle
          cx={x}
          cy={y}
          r={state === 'done' ? 4.5 : 3}
          fill={state === 'done' ? 'var(--ink)' : 'var(--sheet)'}
          stroke="var(--ink)"
        />
      )}
      {state !== 'not-needed' && (
        <text
          x={x - sizes.bend * 0.72}
          y={y + sizes.small * 0.36}
          textAnchor="end"
          fontSize={sizes.small}
          className={now ? 'fill-(--iron)' : 'fill-(--faint)'}
        >
          {called ? `${match}, on now` : now ? `${match}, next` : says}
        </text>
      )}
    </g>
  );
}

/** Who came through to the end. */
function Champion({
  figure,
  x,
  y,
  team,
  sizes,
}: {
  figure: Meeting[];
  x: Scale;
  y: Scale;
  team: DeskTeam | undefined;
  sizes: Sizes;
}) {
  const deciding = figure.filter(({ match, played }) => played.state === 'done' && match !== 'P3');
  const end = deciding.reduce<Meeting | null>((late, one) => (late && late.column >= one.column ? late : one), null);
  if (!end || !team) return null;
  const [from, at] = [x(end.column), y(end.row)];
  return (
    <g>
      <path d={`M${from} ${at} h90`} stroke={tagColour(team.colour)} strokeWidth="3" />
      <text x={from + 12} y={at - 7} fontSize={sizes.name + 3} fontWeight="700" className="fill-(--ink) font-cond">
        {team.name}
      </text>
    </g>
  );
}
