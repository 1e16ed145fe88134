import { CoreError } from '../shared/CoreError';
import { notNegative, whole } from '../shared/check';
import { tidy } from '../shared/decimal';
import type { Tournament } from './description';
import { replay } from './replay';
import type { Slot } from './draw';
import { teamOf, type Known, type Settled } from './settle';

/** How a contest is timed; minutes, counted from its start. */
export interface Timing {
  rings: number;
  minutesPerMatch: number;
  /** What a ring needs between two matches. */
  changeover: number;
  /** What a team needs between the end of a match and its next. */
  rest: number;
  closed?: readonly number[];
  /** The present; nothing that has not begun starts before it. */
  now?: number;
  /** When matches that are done have ended, as far as it is known. */
  ended?: Readonly<Record<string, number>>;
  /** Matches that were called to a ring or go on there, from when. */
  running?: readonly { match: string; ring: number; from: number }[];
}
export interface Slotted {
  match: string;
  ring: number;
  start: number;
  end: number;
  /** Those who are known. */
  a: string | null;
  b: string | null;
}
export interface Programme {
  /** The matches that are not done, by their start, then ring. */
  matches: Slotted[];
  /** When the last match ends; with a final that may have to be played again, the first of the two. */
  finish: number;
  /** When it ends if that final is played again. */
  latest: number;
}

/**
 * When the matches of a tournament that are left take place, on how many rings: list scheduling. Whenever a ring is free, the match
 * that comes first in the order of play and whose teams are known by then, free and rested, goes to the free ring with the lowest
 * number. Matches on the winners' and losers' side take turns by how many matches must come before them. A team that is not known yet
 * may be any of those that can get there, so it is taken to be rested only after the match that it comes from.
 * @throws CoreError without an open ring ("rings"), for a match of no time, for negative minutes, and as play
 */
export function programme(input: Tournament, timing: Timing): Programme {
  const { minutesPerMatch: lasts, changeover, rest, closed = [], now = 0, ended = {}, running = [] } = timing;
  whole(timing.rings, 'The number of rings', 1);
  notNegative(changeover, 'The changeover');
  notNegative(rest, 'The rest');
  if (!(notNegative(lasts, 'The time of a match') > 0)) throw new CoreError('The time of a match must be more than 0.');
  const open = Array.from({ length: timing.rings }, (_, i) => i + 1).filter((ring) => !closed.includes(ring));
  if (open.length === 0) throw new CoreError('All rings are closed.');
  const { settled, ledger } = replay(input);
  const gone = (side: Known) => side !== null && side !== 'bye' && ledger.withdrawn.has(side.team);
  // Nobody has to come for these: a bye, or a team that has withdrawn.
  const passes = ({ a, b }: Settled) => a === 'bye' || b === 'bye' || gone(a) || gone(b);
  const endOf = new Map<string, number>();
  const freeFrom = new Map<string, number>();
  const busyUntil = (team: string | null, until: number) => {
    if (team !== null) freeFrom.set(team, Math.max(freeFrom.get(team) ?? 0, until));
  };
  const ringFree = new Map(open.map((ring) => [ring, now]));
  const placed: Slotted[] = [];
  const left = new Map<string, Settled>();
  const again = settled.find(({ match }) => match.id === 'F2');
  for (const one of settled) {
    const { id } = one.match;
    if (one.state === 'done' || one.state === 'bye' || one.state === 'not-needed') {
      endOf.set(id, ended[id] ?? 0);
      if (one.kept && !one.kept.walkover && ended[id] !== undefined)
        for (const side of [one.a, one.b]) busyUntil(teamOf(side), ended[id] + rest);
    } else left.set(id, one);
  }
  const put = (one: Settled, ring: number, start: number) => {
    const { id } = one.match;
    const end = tidy(start + lasts);
    placed.push({ match: id, ring, start, end, a: teamOf(one.a), b: teamOf(one.b) });
    endOf.set(id, end);
    for (const side of [one.a, one.b]) busyUntil(teamOf(side), tidy(end + rest));
    // A ring that closed while a match goes on there takes no other.
    if (ringFree.has(ring)) ringFree.set(ring, tidy(end + changeover));
    left.delete(id);
  };
  for (const { match, ring, from } of running) {
    const one = left.get(match);
    if (!one) continue;
    // One that takes longer than planned ends now at the earliest.
    put(one, ring, tidy(Math.max(from, now - lasts)));
  }
  const depth = depths(settled);
  const listed = new Map(settled.map(({ match }, i) => [match.id, i]));
  const order = [...left.keys()].sort((a, b) => depth.get(a)! - depth.get(b)! || listed.get(a)! - listed.get(b)!);
  const rounds = input.format === 'swiss';
  for (;;) {
    const waiting = order.filter((id) => left.has(id) && id !== 'F2');
    if (waiting.length === 0) break;
    let best: { one: Settled; from: number } | null = null;
    let passed = false;
    const free = Math.min(...ringFree.values());
    for (const id of waiting) {
      const one = left.get(id)!;
      const from = knownFrom(one, { endOf, freeFrom, rest, now, settled, rounds });
      if (from === null) continue;
      if (passes(one)) {
        // It takes no time, and nobody gets tired by it.
        endOf.set(id, from - rest);
        left.delete(id);
        passed = true;
        break;
      }
      const start = Math.max(from, free);
      if (best === null || start < Math.max(best.from, free)) best = { one, from };
    }
    if (passed) continue;
    // What waits for something that never comes has no time.
    if (best === null) break;
    const start = Math.max(best.from, free);
    const ring = [...ringFree]
      .filter(([, from]) => from <= start)
      .map(([number]) => number)
      .sort((a, b) => a - b)[0]!;
    put(best.one, ring, tidy(start));
  }
  const finish = tidy(Math.max(0, ...placed.map(({ end }) => end), ...Object.values(ended)));
  const repeat = again && (left.has('F2') || again.state === 'ready' || again.state === 'waiting');
  let latest = finish;
  if (repeat && left.has('F2') && endOf.has('F')) {
    const from = Math.max(endOf.get('F')! + Math.max(rest, changeover), now);
    latest = tidy(from + lasts);
    // Known to be needed: it is played.
    if (again.state === 'ready') {
      put(again, open[0]!, tidy(from));
      return sorted(placed, latest, latest);
    }
  }
  return sorted(placed, finish, latest);
}

const sorted = (matches: Slotted[], finish: number, latest: number): Programme => ({
  matches: matches.sort((a, b) => a.start - b.start || a.ring - b.ring),
  finish,
  latest,
});
const feeder = (slot: Slot): string | null =>
  slot === null || 'team' in slot || 'bye' in slot ? null : 'winnerOf' in slot ? slot.winnerOf : slot.loserOf;

/** How many matches must come before each, one after another. */
function depths(settled: readonly Settled[]): Map<string, number> {
  const depth = new Map<string, number>();
  for (const { match } of settled) {
    const before = [match.a, match.b].map(feeder).flatMap((id) => (id === null ? [] : [(depth.get(id) ?? 0) + 1]));
    const byRound = match.side === 'all' ? match.round : 0;
    depth.set(match.id, Math.max(byRound, ...before, 0));
  }
  return depth;
}

/** From when a match can start as far as its teams go; null while a match that it waits for has no time yet. */
function knownFrom(
  { match, a, b }: Settled,
  at: {
    endOf: ReadonlyMap<string, number>;
    freeFrom: ReadonlyMap<string, number>;
    rest: number;
    now: number;
    settled: readonly Settled[];
    rounds: boolean;
  },
): number | null {
  let from = at.now;
  for (const [slot, side] of [
    [match.a, a],
    [match.b, b],
  ] as const) {
    const team = teamOf(side);
    if (team !== null) from = Math.max(from, at.freeFrom.get(team) ?? 0);
    const before = feeder(slot);
    if (before === null || side !== null) continue;
    const end = at.endOf.get(before);
    if (end === undefined) return null;
    from = Math.max(from, end + at.rest);
  }
  if (at.rounds && (a === null || b === null))
    for (const one of at.settled) {
      if (one.match.round !== match.round - 1) continue;
      const end = at.endOf.get(one.match.id);
      if (end === undefined) return null;
      from = Math.max(from, end + at.rest);
    }
  return tidy(from);
}
