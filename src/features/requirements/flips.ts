import type { Verdict as Word } from '@/core/requirements';
import type { Iteration } from '@/server/records/iterations';
import type { LimitThen, Requirement } from '@/server/records/requirements';
import { verdictFor, type Sources } from '@/server/records/verdicts';

/** A verdict on a team's iteration that a change turns. */
export interface Flip {
  teamId: string;
  iterationId: string;
  iterationNumber: number;
  before: Word;
  after: Word;
}

/** The verdicts on these iterations that differ between two forms of a requirement. */
export function flipsOf(
  requirement: Requirement,
  { before, after }: { before: LimitThen; after: LimitThen },
  iterations: readonly Iteration[],
  sources: Sources,
): Flip[] {
  const word = (then: LimitThen, iteration: Iteration): Word => {
    if (then.state === 'withdrawn' || then.state === 'proposed' || then.parameter !== requirement.parameterName)
      return 'not-measured';
    const { kind, value, low, high, tolerance, unit } = then;
    const decision = then.decision as Requirement['decision'];
    const form = { ...requirement, kind, value, low, high, tolerance, unit, decision };
    return verdictFor(form, iteration, sources)?.verdict ?? 'not-measured';
  };
  return iterations.flatMap((iteration) => {
    const [was, is] = [word(before, iteration), word(after, iteration)];
    const { teamId, id: iterationId, number: iterationNumber } = iteration;
    return was === is ? [] : [{ teamId, iterationId, iterationNumber, before: was, after: is }];
  });
}
