import type { Happened, Tournament } from '../tournament/description';

export const DOES = [
  'call',
  'start',
  'recall',
  'result',
  'correction',
  'withdrawal',
  'close-ring',
  'open-ring',
] as const;
export type Does = (typeof DOES)[number];

/**
 * How an entry counts: it does; it is early (the teams of its match are not known yet); it waits to be confirmed by a second
 * official; it is a twin (says the same as one that counts); it clashes with one that counts; or it is set aside.
 */
export type EntryState = 'counts' | 'early' | 'confirm' | 'twin' | 'clash' | 'aside';

/** One thing that happened at a desk of a contest. Teams go by the names that the contest's description has them under. */
export interface DeskEntry {
  id: string;
  does: Does;
  match: string | null;
  ring: number | null;
  /** The two of the match as the desk saw them. */
  a: string | null;
  b: string | null;
  /** Who won (null for a draw), or who withdraws. */
  team: string | null;
  drawn: boolean;
  /** Of a and b. */
  scores: [number, number] | null;
  reason: string;
  state: EntryState;
  remark: string;
  /** Whose desk it was; null where nobody knows any more. */
  by: string | null;
  byName: string;
  confirmedBy: string | null;
  /** An instant as text (ISO 8601). */
  at: string;
}

/** A contest as its desks need it: how it is played, on how many rings, and whether results want a second official. */
export interface DeskContest {
  description: Omit<Tournament, 'results'>;
  rings: number;
  confirmed: boolean;
}

/** What of the entries the tournament is played from. */
export function happenings(entries: readonly DeskEntry[]): Happened[] {
  return entries.flatMap((entry): Happened[] => {
    if (entry.state !== 'counts') return [];
    if (entry.does === 'withdrawal') return [{ withdraw: entry.team! }];
    if (entry.does !== 'result' && entry.does !== 'correction') return [];
    return [
      {
        match: entry.match!,
        ...(entry.drawn ? { draw: true } : { winner: entry.team! }),
        ...(entry.scores ? { scores: entry.scores } : {}),
        ...(entry.does === 'correction' ? { correction: true } : {}),
      },
    ];
  });
}
