import type { Comparison } from './compare';

/** What the runs of two builds say of the second one's figure, whichever way is better. */
export const SAYINGS = ['higher', 'lower', 'not-separable'] as const;
export type Saying = (typeof SAYINGS)[number];
export type Standing = 'holds' | 'contradicted' | 'in doubt' | 'settled';

export const sayingOf = ({ verdict, difference }: Pick<Comparison, 'verdict' | 'difference'>): Saying =>
  verdict === 'not-separable' ? 'not-separable' : difference > 0 ? 'higher' : 'lower';

/**
 * How a conclusion stands now that there are other runs: it holds while these say the same; they contradict it by saying the
 * opposite, put it in doubt where the difference shows no more, and settle what could not be told apart.
 */
export function standing(then: Saying, now: Saying): Standing {
  if (then === now) return 'holds';
  if (then === 'not-separable') return 'settled';
  return now === 'not-separable' ? 'in doubt' : 'contradicted';
}
