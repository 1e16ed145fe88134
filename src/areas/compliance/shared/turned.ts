import type { Verdict } from '@/core/requirements';
import { VERDICT_TONE, VERDICT_WORD } from '@/core/format';

/** A verdict, or that the requirement does not bind any more. */
export type Word = Verdict | 'not-asked';
export const WORD: Record<Word, string> = { ...VERDICT_WORD, 'not-asked': 'not asked for' };
export const TONE: Record<Word, string> = { ...VERDICT_TONE, 'not-asked': 'text-faint' };

/** A verdict on a team's iteration that a change turns. */
export interface Flip {
  teamId: string;
  iterationId: string;
  iterationNumber: number;
  before: Word;
  after: Word;
}
