import type { DeskEntry } from '@/core/desk/entry';

/** What an entry says, in words. */
export function entryWords(entry: DeskEntry, nameOf: (id: string | null) => string): string {
  const { does, match, ring, a, b, team, drawn, scores, reason } = entry;
  const both = `${nameOf(a)} against ${nameOf(b)}`;
  // The winner's score comes first.
  const [own, other] = scores && team === b ? [scores[1], scores[0]] : (scores ?? []);
  const score = scores ? `, ${own} to ${other}` : '';
  const outcome = drawn ? `${both}: draw${score}` : `${nameOf(team)} won against ${nameOf(team === a ? b : a)}${score}`;
  switch (does) {
    case 'call':
      return `${both} called to ring ${ring}`;
    case 'start':
      return `${both} begun on ring ${ring}`;
    case 'recall':
      return `${both} back in the queue`;
    case 'result':
      return `${match}: ${outcome}`;
    case 'correction':
      return `${match} corrected: ${outcome}, because ${reason}`;
    case 'withdrawal':
      return `${nameOf(team)} withdraws: ${reason}`;
    case 'close-ring':
      return `Ring ${ring} closed`;
    case 'open-ring':
      return `Ring ${ring} open`;
  }
}
