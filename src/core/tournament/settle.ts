import { CoreError } from '../shared/CoreError';
import type { Described, Happened } from './description';
import type { DrawnMatch } from './draw';

/** A side as far as it is known: a team, a bye, or nobody yet. */
export type Known = { team: string } | 'bye' | null;
export type State = 'bye' | 'ready' | 'done' | 'not-needed' | 'waiting';
/** What was entered for a match, or a walkover, with the sides it was entered for. */
export interface Kept {
  a: string;
  b: string;
  /** null: drawn. */
  winner: string | null;
  scores: [number, number] | null;
  walkover: boolean;
}
export interface Settled {
  match: DrawnMatch;
  a: Known;
  b: Known;
  state: State;
  kept: Kept | null;
  winner: Known;
  loser: Known;
}
export interface Struck {
  match: string;
  winner: string | null;
  because: string;
}
/** All that a replay keeps besides the draw. */
export interface Ledger {
  kept: Map<string, Kept>;
  withdrawn: Set<string>;
  void: Struck[];
}

export const teamOf = (known: Known): string | null => (known !== null && known !== 'bye' ? known.team : null);
const same = (known: Known, team: string) => teamOf(known) === team;

/** How the matches stood before, and the one that alone was entered since. */
interface Since {
  settled: readonly Settled[];
  entered: string;
}

/**
 * Goes once through the matches in their order: works out each one's sides from those before it, strikes what was entered for
 * other sides, sets walkovers, and says how each stands. Changes the ledger. With `since`, matches that neither were entered nor
 * follow from one that now stands otherwise are left as they stood.
 */
export function settle(matches: readonly DrawnMatch[], ledger: Ledger, since: Since | null = null): Settled[] {
  const outcomes = new Map<string, Settled>();
  const changed = new Set(since ? [since.entered] : []);
  return matches.map((match, i) => {
    const before = since?.settled[i];
    const stays = before && !changed.has(match.id) && !comesFrom(match.a, changed) && !comesFrom(match.b, changed);
    const settled = stays ? before : settledAnew(match, outcomes, ledger);
    if (!stays) changed.add(match.id);
    outcomes.set(match.id, settled);
    return settled;
  });
}

function settledAnew(match: DrawnMatch, outcomes: ReadonlyMap<string, Settled>, ledger: Ledger): Settled {
  const [a, b] = [sideOf(match.a, outcomes), sideOf(match.b, outcomes)];
  return match.id === 'F2' ? again(match, a, b, outcomes.get('F')!, ledger) : outcomeOf(match, a, b, ledger);
}

function comesFrom(slot: DrawnMatch['a'], changed: ReadonlySet<string>): boolean {
  if (slot === null || 'team' in slot || 'bye' in slot) return false;
  return changed.has('winnerOf' in slot ? slot.winnerOf : slot.loserOf);
}

function sideOf(slot: DrawnMatch['a'], outcomes: ReadonlyMap<string, Settled>): Known {
  if (slot === null) return null;
  if ('team' in slot) return slot;
  if ('bye' in slot) return 'bye';
  return 'winnerOf' in slot ? outcomes.get(slot.winnerOf)!.winner : outcomes.get(slot.loserOf)!.loser;
}

function outcomeOf(match: DrawnMatch, a: Known, b: Known, ledger: Ledger): Settled {
  const before = ledger.kept.get(match.id);
  if (before && !(same(a, before.a) && same(b, before.b))) {
    ledger.kept.delete(match.id);
    if (!before.walkover)
      ledger.void.push({
        match: match.id,
        winner: before.winner,
        because: `${match.id} was played by ${before.a} and ${before.b}, who do not meet there any more.`,
      });
  }
  const [one, other] = [teamOf(a), teamOf(b)];
  const bare = { match, a, b, kept: null };
  if (one !== null && other !== null) {
    const gone = [one, other].filter((team) => ledger.withdrawn.has(team));
    if (!ledger.kept.has(match.id) && gone.length === 1)
      ledger.kept.set(match.id, {
        a: one,
        b: other,
        winner: gone[0] === one ? other : one,
        scores: null,
        walkover: true,
      });
    const kept = ledger.kept.get(match.id);
    if (kept) {
      const winner: Known = kept.winner === null ? null : { team: kept.winner };
      const loser: Known = kept.winner === null ? null : { team: kept.winner === one ? other : one };
      return { match, a, b, kept, state: 'done', winner, loser };
    }
    // Both have withdrawn: nobody goes on from here.
    if (gone.length === 2) return { ...bare, state: 'bye', winner: 'bye', loser: 'bye' };
    return { ...bare, state: 'ready', winner: null, loser: null };
  }
  if (a === null || b === null) return { ...bare, state: 'waiting', winner: null, loser: null };
  return { ...bare, state: 'bye', winner: one !== null ? a : b, loser: 'bye' };
}

/** The final once more: only when whoever came from the losers' side has won it. */
function again(match: DrawnMatch, a: Known, b: Known, final: Settled, ledger: Ledger): Settled {
  const nobody = { match, a: null, b: null, kept: null, winner: null, loser: null };
  const lost = final.state === 'done' && same(final.winner, teamOf(final.b)!);
  if (lost) return outcomeOf(match, a, b, ledger);
  const struck = outcomeOf(match, null, null, ledger);
  const over = final.state === 'done' || final.state === 'bye';
  return over ? { ...nobody, state: 'not-needed' } : { ...nobody, state: struck.state };
}

/** Checks an entry for a match as it stands, and keeps it. @throws CoreError naming what is wrong */
export function enter(entry: Happened, settled: readonly Settled[], { draws }: Described, ledger: Ledger): void {
  const id = String(entry.match);
  const found = settled.find((one) => one.match.id === id);
  if (!found) throw new CoreError(`There is no match ${id}.`);
  const correction = entry.correction === true;
  if (found.state === 'bye' || found.state === 'not-needed') throw new CoreError(`${id} is not played.`);
  if (found.state === 'waiting') throw new CoreError(`The sides of ${id} are not known yet.`);
  if (correction && (!found.kept || found.kept.walkover)) throw new CoreError(`There is nothing to correct in ${id}.`);
  if (!correction && found.kept) throw new CoreError(`${id} has a result already.`);
  const [a, b] = [teamOf(found.a)!, teamOf(found.b)!];
  const drawn = entry.draw === true;
  const named = typeof entry.winner === 'string';
  if (drawn === named) throw new CoreError(`${id} needs a winner or a draw, one of the two.`);
  if (drawn && !draws) throw new CoreError(`A draw is not possible in ${id}.`);
  if (named && entry.winner !== a && entry.winner !== b)
    throw new CoreError(`${String(entry.winner)} is not in ${id}.`);
  const scores = entry.scores ?? null;
  if (scores !== null && !(Array.isArray(scores) && scores.length === 2 && scores.every((one) => Number.isFinite(one))))
    throw new CoreError(`The scores of ${id} are two numbers.`);
  const pair = scores === null ? null : ([scores[0], scores[1]] as [number, number]);
  ledger.kept.set(id, { a, b, winner: drawn ? null : entry.winner!, scores: pair, walkover: false });
}

export function withdraw(team: string, { teams }: Described, ledger: Ledger): void {
  if (!teams.includes(team)) throw new CoreError(`${team} is not in this tournament.`);
  if (ledger.withdrawn.has(team)) throw new CoreError(`${team} has withdrawn already.`);
  ledger.withdrawn.add(team);
}
