import { CoreError } from '../shared/CoreError';
import { filled, notNegative, own } from '../shared/check';
import { exact, numberOf, totalOf } from '../shared/exact';
import type { Criterion } from './decide';
import { distinct } from './distinct';

export interface AgainstDatum {
  id: string;
  /** How many criteria it does better, worse and the same in. */
  plus: number;
  minus: number;
  same: number;
  /** plus − minus. */
  net: number;
  /** The sum of its marks, each times the criterion's weight as given. */
  weightedNet: number;
}

/**
 * Comparison against a datum: each concept is marked better (1), worse (−1) or the same (0) as one chosen concept, for each
 * criterion. Returns the other concepts in the order of the input; the datum itself has no row, it is 0 throughout.
 * Source: Pugh 1981, controlled convergence.
 * @throws CoreError without criteria or concepts, for an id that appears twice, a datum that is not among the concepts, a
 * negative weight, and for a mark that is missing or not −1, 0 or 1, naming both.
 * @example datum({ criteria: [{ id: 'mass', weight: 2 }], concepts: ['Sled', 'Twin'], datum: 'Sled', marks: { Twin: { mass: 1 } } })
 */
export function datum(input: {
  criteria: readonly Criterion[];
  concepts: readonly (string | { id: string })[];
  datum: string;
  marks: Record<string, Record<string, number>>;
}): { rows: AgainstDatum[] } {
  const criteria = distinct(filled(input.criteria, 'The criteria'), 'criterion');
  const concepts = distinct(
    filled(input.concepts, 'The concepts').map((one) => (typeof one === 'string' ? { id: one } : one)),
    'concept',
  );
  if (!concepts.some(({ id }) => id === input.datum))
    throw new CoreError(`The datum ${String(input.datum)} is not among the concepts.`);
  const weights = criteria.map(({ id, weight }) => notNegative(weight, `The weight of ${id}`));
  const rows = concepts
    .filter(({ id }) => id !== input.datum)
    .map(({ id }) => {
      const marks = criteria.map((criterion) => markOf(own(input.marks, id), id, criterion.id));
      const count = (mark: number) => marks.filter((one) => one === mark).length;
      const [plus, minus, same] = [count(1), count(-1), count(0)];
      const weightedNet = numberOf(
        totalOf(marks.map((mark, c) => exact(mark).times(weights[c]!))),
        `The weighted net of ${id}`,
      );
      return { id, plus, minus, same, net: plus - minus, weightedNet };
    });
  return { rows };
}

function markOf(marks: Record<string, number> | undefined, concept: string, criterion: string): number {
  const mark = own(marks, criterion);
  if (mark === undefined) throw new CoreError(`${concept} has no mark for ${criterion}.`);
  if (mark !== -1 && mark !== 0 && mark !== 1)
    throw new CoreError(`The mark of ${concept} for ${criterion} must be −1, 0 or 1, got ${String(mark)}.`);
  return mark;
}
