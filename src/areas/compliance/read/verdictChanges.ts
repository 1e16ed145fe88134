import type { Iteration } from '@/areas/builds';
import type { LimitThen, Requirement } from '@/areas/brief';
import type { Sources } from '@/areas/compliance/read/designs/figure';
import { verdictFor } from './verdicts';
import type { Flip, Word } from '@/areas/compliance/shared/turned';

/**
 * The verdicts that differ between two forms of a requirement, on these iterations as far as they were built by the day of
 * the change: what is built later is built for the new form.
 */
export function verdictChanges(
  requirement: Requirement,
  { before, after, changedOn }: { before: LimitThen; after: LimitThen; changedOn?: string },
  iterations: readonly Iteration[],
  sources: Sources,
): Flip[] {
  const word = (then: LimitThen, iteration: Iteration): Word => {
    if (then.state === 'withdrawn' || then.state === 'proposed') return 'not-asked';
    if (then.parameter !== requirement.parameterName) return 'not-measured';
    const { kind, value, low, high, tolerance, unit } = then;
    const decision = then.decision as Requirement['decision'];
    const form = { ...requirement, kind, value, low, high, tolerance, unit, decision };
    return verdictFor(form, iteration, sources)?.verdict ?? 'not-measured';
  };
  const affected = changedOn === undefined ? iterations : iterations.filter((one) => one.builtOn <= changedOn);
  return affected.flatMap((iteration) => {
    const [was, is] = [word(before, iteration), word(after, iteration)];
    const { teamId, id: iterationId, number: iterationNumber } = iteration;
    return was === is ? [] : [{ teamId, iterationId, iterationNumber, before: was, after: is }];
  });
}
