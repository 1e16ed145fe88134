export type Verdict = 'conforms' | 'fails' | 'inconclusive' | 'not-measured';

/** A verdict as it stands beside its plumb. */
export const VERDICT_WORD: Record<Verdict, string> = {
  conforms: 'conforms',
  fails: 'fails',
  inconclusive: 'inconclusive',
  'not-measured': 'not measured',
};

/** The style that a verdict's word is written in. */
export const VERDICT_TONE: Record<Verdict, string> = {
  conforms: 'text-moss',
  fails: 'text-brick',
  inconclusive: 'text-ochre',
  'not-measured': 'text-faint',
};
