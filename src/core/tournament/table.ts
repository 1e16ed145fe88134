import { CoreError } from '../shared/CoreError';
import { oneOf } from '../shared/check';
import { sum, tidy } from '../shared/decimal';
import { placed, refine } from '../scoring';
import type { Tournament } from './description';
import { replay, type Replayed } from './replay';
import { swissPoints } from './swiss';

export const TIES = ['head-to-head', 'buchholz', 'sonneborn-berger', 'game-difference', 'wins'] as const;
export type TieRule = (typeof TIES)[number];
export interface Row {
  team: string;
  place: number;
  points: number;
  played: number;
  won: number;
  drawn: number;
  lost: number;
  /** Points of those played, each match counting. */
  buchholz: number;
  /** Points of those beaten, and half of those drawn with. */
  sonnebornBerger: number;
  gameDifference: number;
}

/**
 * The table of everyone against everyone or of a Swiss tournament: points, then the tie rules in turn, each applied once to the
 * groups that are still level. What no rule tells apart shares a place.
 * Sources: Buchholz; Sonneborn–Berger.
 * @throws CoreError for a knock-out ("knock-out"), an unknown tie rule, and as play
 */
export function standings(input: Tournament & { ties?: readonly TieRule[] | null }): {
  table: Row[];
  complete: boolean;
} {
  const replayed = replay(input);
  const { format } = replayed.tournament;
  if (format === 'knockout' || format === 'double')
    throw new CoreError('A knock-out has no table; its places follow from who goes out.');
  const ties = (input.ties ?? []).map((tie) => oneOf(tie, TIES, 'A tie rule'));
  const complete = replayed.settled.every(({ state }) => state !== 'ready' && state !== 'waiting');
  return { table: table(replayed, ties), complete };
}

interface Meeting {
  other: string;
  won: number;
  drawn: number;
  difference: number;
}

export function table({ tournament, settled, rounds }: Replayed, ties: readonly TieRule[]): Row[] {
  const points = swissPoints(tournament, rounds, settled);
  const meetings = new Map(tournament.teams.map((team): [string, Meeting[]] => [team, []]));
  for (const { kept } of settled) {
    if (!kept) continue;
    for (const [own, other, sign] of [
      [kept.a, kept.b, 1],
      [kept.b, kept.a, -1],
    ] as const)
      meetings.get(own)!.push({
        other,
        won: kept.winner === own ? 1 : 0,
        drawn: kept.winner === null ? 1 : 0,
        difference: kept.scores ? sign * (kept.scores[0] - kept.scores[1]) : 0,
      });
  }
  const rows = tournament.teams.map((team): Row => {
    const own = meetings.get(team)!;
    const [won, drawn] = [own.filter((one) => one.won).length, own.filter((one) => one.drawn).length];
    return {
      team,
      place: 0,
      points: tidy(points.get(team)!),
      played: own.length,
      won,
      drawn,
      lost: own.length - won - drawn,
      buchholz: tidy(sum(own.map((one) => points.get(one.other)!))),
      sonnebornBerger: tidy(sum(own.map((one) => points.get(one.other)! * (one.won + one.drawn / 2)))),
      gameDifference: tidy(sum(own.map((one) => one.difference))),
    };
  });
  const byValue = (of: (row: Row) => number) => (x: Row, y: Row) => of(y) - of(x);
  let groups = refine(
    [rows],
    byValue((row) => row.points),
  );
  for (const tie of ties) {
    if (tie === 'head-to-head') groups = groups.flatMap((group) => amongThem(group, meetings, tournament.points));
    else {
      const of = {
        buchholz: 'buchholz',
        'sonneborn-berger': 'sonnebornBerger',
        'game-difference': 'gameDifference',
        wins: 'won',
      } as const;
      groups = refine(
        groups,
        byValue((row) => row[of[tie]]),
      );
    }
  }
  return placed(groups).map(({ item, place }) => ({ ...item, place }));
}

/** By the points of the matches among a group, where every two of it have met. */
function amongThem(
  group: Row[],
  meetings: ReadonlyMap<string, Meeting[]>,
  points: { win: number; draw: number },
): Row[][] {
  const names = new Set(group.map(({ team }) => team));
  const among = (row: Row) => meetings.get(row.team)!.filter(({ other }) => names.has(other));
  const allMet = group.every((row) => new Set(among(row).map(({ other }) => other)).size === group.length - 1);
  if (!allMet || group.length === 1) return [group];
  const own = new Map(
    group.map((row) => [row, sum(among(row).map((one) => one.won * points.win + one.drawn * points.draw))]),
  );
  return refine([group], (x, y) => tidy(own.get(y)! - own.get(x)!));
}
