import { judge, type Measured, type Verdict, inUnit } from '@/core/requirements';
import type { Claim, Concept } from './concepts';
import { agreedOn, limitOf, type Requirement } from '@/areas/brief';

/** What a concept's own numbers say about one requirement. */
export interface Expected {
  requirement: Requirement;
  claim: Claim | null;
  /** null for a wish, which has no limit. */
  verdict: Verdict | null;
  /** In the limit's unit, with the author's uncertainty. */
  value: number | null;
  uncertainty: number;
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
    const said = claim?.answer ?? claim?.value ?? null;
    const measured: Measured =
      said === null
        ? null
        : typeof said === 'boolean'
          ? { value: said }
          : { value: said, unit: claim!.unit!, expandedUncertainty: claim!.uncertainty ?? 0 };
    const { value, uncertainty } = inUnit(measured, requirement.unit);
    const limit = limitOf(requirement);
    const verdict = limit && judge({ limit, measured, decision: requirement.decision }).verdict;
    return { requirement, claim, verdict, value, uncertainty };
  });
  const musts = rows.filter(({ requirement, verdict }) => requirement.priority === 'must' && verdict !== null);
  const broken = musts.filter(({ verdict }) => verdict === 'fails');
  const silent = musts.filter(({ claim }) => claim === null);
  return { rows, broken, silent, passes: broken.length === 0 || concept.exception !== '' };
}
