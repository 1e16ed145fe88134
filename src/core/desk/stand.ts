import { play, type Played, type PlayedMatch } from '../tournament/play';
import { happenings, type DeskContest, type DeskEntry } from './entry';

/** A match that was called to a ring. */
export interface Called {
  match: string;
  ring: number;
  calledAt: string;
  startedAt: string | null;
  byName: string;
}
/** Entries for one match that say different things: the one that counts first, if one does. */
export interface Clash {
  match: string;
  entries: DeskEntry[];
}
export interface Stand {
  played: Played;
  called: Called[];
  closed: number[];
  clashes: Clash[];
  /** Results that wait for a second official. */
  unconfirmed: DeskEntry[];
  /** Results of matches whose teams are not known yet. */
  early: DeskEntry[];
}

/**
 * How a contest stands after what happened at its desks: the matches, who was called where, which rings are closed, and what
 * somebody has to decide. The entries are those that `receive` has judged, in their order.
 * @throws CoreError as play
 */
export function standAt(contest: DeskContest, entries: readonly DeskEntry[]): Stand {
  const played = play({ ...contest.description, results: happenings(entries) });
  const open = (entry: DeskEntry, state: DeskEntry['state']) =>
    entry.state === state && (entry.does === 'result' || entry.does === 'correction');
  const clashing = entries.filter((entry) => open(entry, 'clash'));
  return {
    played,
    called: calledIn(played.matches, entries),
    closed: closedIn(entries),
    clashes: [...new Set(clashing.map(({ match }) => match!))].map((match) => ({
      match,
      entries: [
        ...entries.filter(
          (entry) => entry === standing(entries, match) || (entry.match === match && open(entry, 'confirm')),
        ),
        ...clashing.filter((entry) => entry.match === match),
      ],
    })),
    unconfirmed: entries.filter((entry) => open(entry, 'confirm')),
    early: entries.filter((entry) => open(entry, 'early')),
  };
}

/** The entry that a match has its result from; null when none counts. */
export function standing(entries: readonly DeskEntry[], match: string): DeskEntry | null {
  return (
    entries.findLast(
      (one) => one.state === 'counts' && one.match === match && (one.does === 'result' || one.does === 'correction'),
    ) ?? null
  );
}

/** Whether two entries say the same of a match, whichever side each names first. */
export function saysTheSame(one: DeskEntry, other: DeskEntry): boolean {
  if (one.drawn !== other.drawn || one.team !== other.team) return false;
  if (!one.scores || !other.scores) return true;
  const turned = one.a === other.a ? other.scores : [other.scores[1], other.scores[0]];
  return one.scores[0] === turned[0] && one.scores[1] === turned[1];
}

/** Matches called and not ended: for the two who are in it now, after whatever was its result before. */
function calledIn(matches: readonly PlayedMatch[], entries: readonly DeskEntry[]): Called[] {
  return matches.flatMap((match) => {
    if (match.state !== 'ready') return [];
    let called: Called | null = null;
    for (const { state, does, match: of, ring, a, b, at, byName } of entries) {
      if (state !== 'counts' || of !== match.id) continue;
      if (does === 'result' || does === 'correction' || does === 'recall') called = null;
      if (a !== match.a || b !== match.b) continue;
      if (does === 'call') called = { match: match.id, ring: ring!, calledAt: at, startedAt: null, byName };
      if (does === 'start')
        called = {
          match: match.id,
          ring: ring ?? called?.ring ?? 1,
          calledAt: called?.calledAt ?? at,
          startedAt: at,
          byName,
        };
    }
    return called ? [called] : [];
  });
}

function closedIn(entries: readonly DeskEntry[]): number[] {
  const closed = new Set<number>();
  for (const { state, does, ring } of entries) {
    if (state !== 'counts' || ring === null) continue;
    if (does === 'close-ring') closed.add(ring);
    if (does === 'open-ring') closed.delete(ring);
  }
  return [...closed].sort((a, b) => a - b);
}
