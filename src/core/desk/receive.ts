import { CoreError } from '../shared/CoreError';
import type { PlayedMatch } from '../tournament/play';
import type { DeskContest, DeskEntry } from './entry';
import { saysTheSame, standAt, standing, type Stand } from './stand';

/** An entry as a desk sends it, before anybody has judged how it counts. */
export type FreshEntry = Omit<DeskEntry, 'state' | 'remark' | 'confirmedBy'>;

/**
 * Takes in what happened at a desk, and says how it counts beside what others have entered. Nothing that took place is turned
 * away because somebody was quicker: the same result again is a twin, another one a clash that somebody decides, a result of a
 * match whose teams are not known waits until they are, and what is about teams who do not meet there any more is set aside.
 * Two officials, where the contest asks for them: the first result waits, and another official who says the same confirms it.
 * Pure: the server uses it with all entries, a desk without a line with its own.
 * @returns all entries, those whose state changed as new objects; the fresh one is the last
 * @throws CoreError for a match or team that is not in the contest, a winner who is not in the match, a draw where there is none,
 * and a correction of a match that has no result
 */
export function receive(contest: DeskContest, entries: readonly DeskEntry[], fresh: FreshEntry): DeskEntry[] {
  const stand = standAt(contest, entries);
  const entry: DeskEntry = { ...fresh, state: 'counts', remark: '', confirmedBy: null };
  if (entry.does === 'close-ring' || entry.does === 'open-ring') return [...entries, ringEntry(contest, stand, entry)];
  if (entry.does === 'withdrawal') {
    const team = stand.played.teams.find((one) => one.team === entry.team);
    if (!team) throw new CoreError(`${entry.team ?? 'Nobody'} is not in this contest.`);
    if (team.withdrawn) return [...entries, { ...entry, state: 'twin', remark: 'had withdrawn already' }];
    return promoted(contest, [...entries, entry]);
  }
  const match = stand.played.matches.find(({ id }) => id === entry.match);
  if (!match) throw new CoreError(`There is no match ${entry.match ?? ''}.`);
  if (entry.does === 'call' || entry.does === 'start' || entry.does === 'recall')
    return [...entries, callEntry(contest, stand, match, entry)];
  checkOutcome(contest, entry);
  if (entry.does === 'correction') {
    if (match.state !== 'done' || match.walkover) throw new CoreError(`There is nothing to correct in ${match.id}.`);
    return promoted(contest, [...settled(entries, match.id, 'was corrected'), entry]);
  }
  return resultEntry(contest, stand, entries, match, entry);
}

const aside = (entry: DeskEntry, remark: string): DeskEntry => ({ ...entry, state: 'aside', remark });
const pairOf = ({ a, b }: { a: string | null; b: string | null }) => [a, b].sort().join('\n');

/** What is wrong with an outcome in itself, whatever has happened meanwhile. */
function checkOutcome({ description }: DeskContest, { a, b, team, drawn, match, scores }: DeskEntry): void {
  if (a === null || b === null || a === b) throw new CoreError(`Say who played in ${match ?? 'the match'}.`);
  for (const one of [a, b]) if (!description.teams.includes(one)) throw new CoreError(`${one} is not in this contest.`);
  if (drawn === (team !== null)) throw new CoreError(`${match!} needs a winner or a draw, one of the two.`);
  const draws = (description.format === 'round-robin' || description.format === 'swiss') && description.draws === true;
  if (drawn && !draws) throw new CoreError(`A draw is not possible in ${match!}.`);
  if (team !== null && team !== a && team !== b) throw new CoreError(`${team} is not in ${match!}.`);
  if (scores && !scores.every(Number.isFinite)) throw new CoreError(`The scores of ${match!} are two numbers.`);
}

function ringEntry({ rings }: DeskContest, { closed }: Stand, entry: DeskEntry): DeskEntry {
  if (entry.ring === null || entry.ring > rings || entry.ring < 1)
    throw new CoreError(`There are rings 1 to ${rings}.`);
  const isClosed = closed.includes(entry.ring);
  if (isClosed === (entry.does === 'close-ring'))
    return { ...entry, state: 'twin', remark: isClosed ? 'was closed already' : 'was open already' };
  return entry;
}

/** A call, a start, or neither of them after all. */
function callEntry({ rings }: DeskContest, stand: Stand, match: PlayedMatch, entry: DeskEntry): DeskEntry {
  const own = stand.called.find((one) => one.match === match.id);
  if (match.state !== 'ready' || pairOf(match) !== pairOf(entry))
    return aside(entry, match.state === 'done' ? 'had its result already' : 'is not between these two');
  if (entry.does === 'recall') return own ? entry : aside(entry, 'was not called');
  if (entry.does === 'start' && own?.startedAt) return { ...entry, state: 'twin', remark: 'had begun already' };
  const ring = entry.ring ?? own?.ring ?? 1;
  if (ring < 1 || ring > rings) throw new CoreError(`There are rings 1 to ${rings}.`);
  if (entry.does === 'call' && own)
    return { ...entry, state: 'twin', remark: `was called to ring ${own.ring} already` };
  const others = stand.called.filter((one) => one.match !== match.id);
  if (entry.does === 'call' && others.some((one) => one.ring === ring)) return aside(entry, `ring ${ring} was taken`);
  if (entry.does === 'call' && stand.closed.includes(ring)) return aside(entry, `ring ${ring} was closed`);
  return { ...entry, ring };
}

function resultEntry(
  contest: DeskContest,
  stand: Stand,
  entries: readonly DeskEntry[],
  match: PlayedMatch,
  entry: DeskEntry,
): DeskEntry[] {
  switch (match.state) {
    case 'bye':
    case 'not-needed':
      return [...entries, aside(entry, 'is not played')];
    case 'waiting':
      return [...entries, { ...entry, state: 'early', remark: 'its teams are not known yet' }];
    case 'ready': {
      if (pairOf(match) !== pairOf(entry)) return [...entries, aside(entry, 'is not between these two any more')];
      const own = inOrder(entry, match);
      const waits = stand.unconfirmed.find((one) => one.match === match.id);
      if (!contest.confirmed) return promoted(contest, [...entries, own]);
      if (!waits) return [...entries, { ...own, state: 'confirm', remark: 'waits for a second official' }];
      if (!saysTheSame(waits, own)) return [...entries, { ...own, state: 'clash', remark: 'says something else' }];
      const twin: DeskEntry = { ...own, state: 'twin', remark: 'says the same' };
      if (waits.by !== null && waits.by === own.by) return [...entries, twin];
      return promoted(contest, [...confirmed(entries, waits, own.byName), twin]);
    }
    case 'done': {
      if (pairOf(match) !== pairOf(entry)) return [...entries, aside(entry, 'is not between these two any more')];
      if (match.walkover) return [...entries, aside(entry, 'was decided by a withdrawal')];
      const counts = standing(entries, match.id)!;
      const own = inOrder(entry, match);
      return [
        ...entries,
        saysTheSame(counts, own)
          ? { ...own, state: 'twin', remark: 'says the same' }
          : { ...own, state: 'clash', remark: 'says something else' },
      ];
    }
  }
}

/** An entry with its sides in the order of the match. */
function inOrder(entry: DeskEntry, { a, b }: PlayedMatch): DeskEntry {
  if (entry.a === a) return entry;
  const scores: DeskEntry['scores'] = entry.scores && [entry.scores[1], entry.scores[0]];
  return { ...entry, a, b, scores };
}

function confirmed(entries: readonly DeskEntry[], one: DeskEntry, byName: string): DeskEntry[] {
  return entries.map((entry) =>
    entry.id === one.id ? { ...entry, state: 'counts' as const, remark: '', confirmedBy: byName } : entry,
  );
}

/** What still clashed or waited in a match is set aside once somebody has decided. */
function settled(entries: readonly DeskEntry[], match: string, remark: string): DeskEntry[] {
  return entries.map((entry) =>
    entry.match === match && (entry.state === 'clash' || entry.state === 'confirm') ? aside(entry, remark) : entry,
  );
}

/** Results that came early count once their teams are known, in the order in which they came. */
function promoted(contest: DeskContest, entries: readonly DeskEntry[]): DeskEntry[] {
  const waiting = entries.filter(({ state }) => state === 'early');
  const { played } = standAt(contest, entries);
  const known = waiting.find(({ match }) => played.matches.find(({ id }) => id === match)!.state !== 'waiting');
  if (!known) return [...entries];
  // It is taken in anew, as if it came now: the order in which results were received is that in which they count.
  const without = entries.filter(({ id }) => id !== known.id);
  return promoted(contest, receive(contest, without, known));
}

/**
 * A second official confirms a result that waits. Nobody confirms what they entered themselves.
 * @throws CoreError when it does not wait, or for the one who entered it
 */
export function confirm(
  contest: DeskContest,
  entries: readonly DeskEntry[],
  id: string,
  { by, byName }: Pick<DeskEntry, 'by' | 'byName'>,
): DeskEntry[] {
  const found = entries.find((one) => one.id === id);
  if (found?.state !== 'confirm') throw new CoreError('This result does not wait to be confirmed any more.');
  if (found.by !== null && found.by === by)
    throw new CoreError('Somebody else confirms this result: whoever entered it can’t.');
  return promoted(contest, confirmed(entries, found, byName));
}

/**
 * Decides between entries that clash: the chosen one counts, and the others are set aside and stay in the history. Where another one
 * counted so far, what is chosen corrects it, as an entry of its own.
 * @throws CoreError when there is nothing to choose between any more
 */
export function choose(
  contest: DeskContest,
  entries: readonly DeskEntry[],
  id: string,
  ruling: Pick<DeskEntry, 'id' | 'by' | 'byName' | 'at' | 'reason'>,
): DeskEntry[] {
  const { clashes } = standAt(contest, entries);
  const clash = clashes.find((one) => one.entries.some((entry) => entry.id === id));
  const chosen = clash?.entries.find((entry) => entry.id === id);
  if (!clash || !chosen) throw new CoreError('This was decided meanwhile.');
  const rest = entries.map((entry) =>
    entry.match === clash.match && (entry.state === 'clash' || entry.state === 'confirm')
      ? aside(entry, 'another one was chosen')
      : entry,
  );
  if (chosen.state === 'counts') return rest;
  const counts = standing(entries, clash.match);
  if (counts) {
    const correction: DeskEntry = {
      ...chosen,
      ...ruling,
      does: 'correction',
      state: 'counts',
      remark: '',
      confirmedBy: null,
    };
    return promoted(contest, [...rest, correction]);
  }
  return promoted(contest, confirmed(rest, chosen, ruling.byName));
}
