import type { Verdict } from '../format/verdict';

/** What became of a wish of the client. */
export const OUTCOMES = ['met', 'otherwise', 'not met'] as const;
export type Outcome = (typeof OUTCOMES)[number];

export const OUTCOME_WORD: Record<Outcome, string> = { met: 'met', otherwise: 'met otherwise', 'not met': 'not met' };

/**
 * What the evidence says of a wish, from the verdicts of the requirements that were made from it: met when all conform, not met
 * when one fails; null when nothing can be said (none was made from it, or one is not measured or inconclusive and none fails).
 */
export function outcomeFrom(verdicts: readonly Verdict[]): Outcome | null {
  if (verdicts.includes('fails')) return 'not met';
  return verdicts.length > 0 && verdicts.every((one) => one === 'conforms') ? 'met' : null;
}
