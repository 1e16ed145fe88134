import { CoreError } from '../shared/CoreError';
import { finite } from '../shared/check';
import { meaningOf, type Meaning } from './words';

export interface Pair {
  a: string;
  b: string;
  /** 0 (nothing in common) to 1 (the same words). */
  similarity: number;
}

/**
 * Finds statements that likely say the same in other words. Case, punctuation, accents, plural, word order, filling
 * words and common ways to say the same ("no more than", "at most") do not matter. The similarity of two statements is
 * the Dice coefficient of their sets of meaning words, halved when they have opposite sense (only one says "not", one says
 * "at most" and the other "at least", or "light" and "heavy") and when each has a number that the other does not; pairs of at least `threshold` (default 0.6) are returned, most similar first,
 * then in the order of the input, a before b.
 * Fewer than two statements, or statements without words: no pairs.
 * Source: Dice 1945; stems by Porter 2, singulars by a well-kept list.
 * @throws CoreError for a threshold outside 0 to 1, a statement without text, or a code that appears twice.
 * @example duplicates({ statements: [{ code: 'Q1', text: 'How heavy may the trays be?' }, { code: 'Q2', text: 'the tray: how heavy, may it be' }] })
 * // { pairs: [{ a: 'Q1', b: 'Q2', similarity: 1 }] }
 */
export function duplicates(input: { statements: readonly { code: string; text: string }[]; threshold?: number }): {
  pairs: Pair[];
} {
  const { statements } = input;
  if (!Array.isArray(statements)) throw new CoreError('A list of statements is needed.');
  const threshold = finite(input.threshold ?? 0.6, 'The threshold');
  if (threshold < 0 || threshold > 1) throw new CoreError(`The threshold must lie between 0 and 1, got ${threshold}.`);
  checkCodes(statements);
  const words = statements.map(({ text }) => meaningOf(text));
  const pairs: Pair[] = [];
  for (let i = 0; i < words.length; i++) {
    for (let j = i + 1; j < words.length; j++) {
      const similarity = dice(words[i]!, words[j]!);
      if (similarity >= threshold && similarity > 0)
        pairs.push({ a: statements[i]!.code, b: statements[j]!.code, similarity });
    }
  }
  return { pairs: pairs.sort((x, y) => y.similarity - x.similarity) };
}

function checkCodes(statements: readonly { code: string; text: string }[]) {
  const seen = new Set<string>();
  for (const { code, text } of statements) {
    if (typeof text !== 'string') throw new CoreError(`The statement ${code} has no text.`);
    if (seen.has(code)) throw new CoreError(`The code ${code} appears twice; each statement needs its own.`);
    seen.add(code);
  }
}

/** The Dice coefficient of two sets of words; statements of opposite sense or other numbers are less alike than their words. */
function dice(a: Meaning, b: Meaning): number {
  const both = a.words.size + b.words.size;
  if (both === 0) return 0;
  const common = [...a.words].filter((word) => b.words.has(word)).length;
  return ((2 * common) / both) * (areOpposite(a, b) || haveOtherNumbers(a, b) ? 0.5 : 1);
}

function areOpposite({ words: a, ends: mine }: Meaning, { words: b, ends: theirs }: Meaning): boolean {
  const limits = (a.has('atmost') && b.has('atleast')) || (a.has('atleast') && b.has('atmost'));
  const ends = [...mine].some(([of, up]) => theirs.has(of) && theirs.get(of) !== up);
  return a.has('not') !== b.has('not') || limits || ends;
}

function haveOtherNumbers({ numbers: a }: Meaning, { numbers: b }: Meaning): boolean {
  return [...a].some((number) => !b.has(number)) && [...b].some((number) => !a.has(number));
}
