import { inUnit, judge, type Judgement } from '@/core/requirements';
import { figureOf, type Evidence, type Sources } from '@/areas/compliance/read/designs/figure';
import type { Iteration } from '@/areas/builds';
import { agreedOn, limitOf, type Requirement } from '@/areas/brief';
import { memoize } from '@/core/shared/memoize';
import type { Protocol, RunGroup } from '@/areas/bench';

export interface Verdict extends Judgement {
  requirement: Requirement;
  iteration: Iteration | null;
  /** In the limit's unit, with the expanded uncertainty (k = 2). */
  value: number | null;
  answer: boolean | null;
  uncertainty: number;
  evidence: Evidence;
}
/**
 * Judges one requirement for one iteration: from a measurement taken on it, else from the mean of its valid runs
 * under a protocol that measures the parameter. Wishes have no verdict (null).
 */
export function verdictFor(requirement: Requirement, iteration: Iteration | null, sources: Sources): Verdict | null {
  const limit = limitOf(requirement);
  if (!limit) return null;
  const found = iteration && requirement.parameterId ? figureOf(requirement.parameterId, iteration, sources) : null;
  const judgement = judge({ limit, measured: found?.measured ?? null, decision: requirement.decision });
  const { value, answer, uncertainty } = inUnit(found?.measured ?? null, requirement.unit);
  return {
    ...judgement,
    requirement,
    iteration,
    value,
    answer,
    uncertainty,
    evidence: found?.evidence ?? { kind: 'none' },
  };
}

/** Verdicts of the requirements agreed on (wishes, proposals and withdrawn ones left out) for one iteration. */
export function verdictsFor(
  requirements: readonly Requirement[],
  iteration: Iteration | null,
  { protocols, runs }: Sources,
): readonly Verdict[] {
  return verdictsOnce(requirements, iteration ?? NO_ITERATION, protocols, runs);
}

const NO_ITERATION = {};
/** Several pages, and several parts of one, ask for the same. */
const verdictsOnce = memoize(
  (
    requirements: readonly Requirement[],
    iteration: Iteration | typeof NO_ITERATION,
    protocols: readonly Protocol[],
    runs: readonly RunGroup[],
  ): readonly Verdict[] =>
    agreedOn(requirements)
      .map((one) => verdictFor(one, iteration === NO_ITERATION ? null : (iteration as Iteration), { protocols, runs }))
      .filter((verdict) => verdict !== null),
);
