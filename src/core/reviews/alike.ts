import { duplicates } from '../wording';

/** A finding as far as others are held against it. */
export interface Worded {
  id: string;
  text: string;
  /** What it is about; empty for nothing in particular. */
  about: string;
}

/** Findings of the same thing need fewer words in common. */
const ALIKE = 0.6;
const OF_ONE_THING = 0.4;

/**
 * Pairs of findings that likely say the same in other words, most alike first: alike in their wording by 0.6 (Dice, see
 * `wording.duplicates`), or by 0.4 where both are about the same thing.
 */
export function alikeFindings(findings: readonly Worded[]): { a: string; b: string; similarity: number }[] {
  const byId = new Map(findings.map((one) => [one.id, one]));
  const statements = findings.map(({ id, text }) => ({ code: id, text }));
  return duplicates({ statements, threshold: OF_ONE_THING }).pairs.filter(({ a, b, similarity }) => {
    const [one, other] = [byId.get(a)!, byId.get(b)!];
    return similarity >= ALIKE || (one.about !== '' && one.about === other.about);
  });
}
