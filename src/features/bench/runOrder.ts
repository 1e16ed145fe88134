import { CoreError, readNumber } from '@/core/numbers';

/** A team at the rig: the iteration it runs with and how many attempts are recorded. */
export interface Runner {
  teamId: string;
  name: string;
  iterationId: string;
  iterationNumber: number;
  attempts: number;
}

/** Who runs next: whoever has the fewest attempts, in the order given; null when all attempts are made. */
export function nextRun(runners: Runner[], allowed: number): Runner | null {
  const left = runners.filter((runner) => runner.attempts < allowed);
  return left.reduce<Runner | null>(
    (first, runner) => (first === null || runner.attempts < first.attempts ? runner : first),
    null,
  );
}

/**
 * A remark when a typed value lies far from the runs so far (outside half the least to twice the largest), which
 * most often is a slipped decimal point; null when it looks right or can't be told.
 */
export function unlikely(text: string, soFar: number[]): string | null {
  const known = soFar.filter((value) => value > 0);
  if (known.length < 3) return null;
  try {
    const { value } = readNumber(text);
    const [least, most] = [Math.min(...known), Math.max(...known)];
    if (value >= least / 2 && value <= most * 2) return null;
    return `${value}? The runs so far lie between ${least} and ${most}. Correct it, or save again to keep it.`;
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}
