import { judge, type Verdict } from '@/core/requirements';
import type { Claim, Concept } from '@/server/records/concepts';
import { agreedOn, limitOf, type Requirement } from '@/server/records/requirements';

/** What a concept's own numbers say about one requirement. */
export interface Expected {
  requirement: Requirement;
  claim: Claim | null;
  /** null for a wish, which has no limit. */
  verdict: Verdict | null;
  margin: number | null;
}
export interface Feasibility {
  rows: Expected[];
  /** Must-requirements that its expected numbers break. */
  broken: Expected[];
  /** Must-requirements that it says nothing about. */
  silent: Expected[];
  /** It may be chosen: nothing is broken, or an exception is recorded. */
  passes: boolean;
}

/** Judges a concept's expected numbers against the requirements agreed on, with its author's own uncertainty. */
export function feasibilityOf(
  concept: Pick<Concept, 'claims' | 'exception'>,
  requirements: Requirement[],
): Feasibility {
  const rows = agreedOn(requirements).map((requirement): Expected => {
    const claim = concept.claims.find((one) => one.requirementId === requirement.id) ?? null;
    const limit = limitOf(requirement);
    if (!limit) return { requirement, claim, verdict: null, margin: null };
    const value = claim?.answer ?? claim?.value ?? null;
    const measured =
      value === null
        ? null
        : typeof value === 'boolean'
          ? { value }
          : { value, unit: claim!.unit!, expandedUncertainty: claim!.uncertainty ?? 0 };
    const { verdict, margin } = judge({ limit, measured, decision: requirement.decision });
    return { requirement, claim, verdict, margin };
  });
  const musts = rows.filter(({ requirement, verdict }) => requirement.priority === 'must' && verdict !== null);
  const broken = musts.filter(({ verdict }) => verdict === 'fails');
  const silent = musts.filter(({ claim }) => claim === null);
  return { rows, broken, silent, passes: broken.length === 0 || concept.exception !== '' };
}
