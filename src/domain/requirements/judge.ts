import { groupBy } from '@/core/shared/groupBy';
import { instrument, summarise } from '@/core/bench';
import { judge, type Judgement, type Measured } from '@/core/requirements';
import { convert, convertInterval } from '@/core/units';
import type { Iteration } from '@/domain/builds/read';
import { agreedOn, limitOf, type Requirement } from './read';
import { once } from '@/core/shared/once';
import type { Protocol, RunGroup } from '@/domain/bench/read';

/** What a verdict rests on: a reading of one instrument, or the runs under a protocol. */
export type Evidence =
  | { kind: 'reading'; instrument: string | null; measuredOn: string }
  | { kind: 'runs'; runs: number; protocol: string; runIds: string[] }
  | { kind: 'note'; title: string }
  | { kind: 'none' };
export interface Verdict extends Judgement {
  requirement: Requirement;
  iteration: Iteration | null;
  /** In the limit's unit, with the expanded uncertainty (k = 2). */
  value: number | null;
  answer: boolean | null;
  uncertainty: number;
  evidence: Evidence;
}
/** Where readings come from, so that a requirement finds those of its parameter. */
export interface Sources {
  protocols: readonly Protocol[];
  runs: readonly RunGroup[];
}

/**
 * Judges one requirement for one iteration: from a measurement taken on it, else from the mean of its valid runs
 * under a protocol that measures the parameter. Wishes have no verdict (null).
 */
export function verdictFor(requirement: Requirement, iteration: Iteration | null, sources: Sources): Verdict | null {
  const limit = limitOf(requirement);
  if (!limit) return null;
  const found = iteration ? (reading(requirement, iteration) ?? runs(requirement, iteration, sources)) : null;
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
const verdictsOnce = once(
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

/** Expanded uncertainty of one reading in the given unit; a count has none. */
export function readingUncertainty(
  of: { resolution: number | null; accuracy: number | null; instrumentUnit: string | null },
  unit: string,
): number {
  if (of.resolution === null || of.instrumentUnit === null) return 0;
  const { expandedUncertainty } = instrument({ resolution: of.resolution, accuracy: of.accuracy ?? 0 });
  return convertInterval({ value: expandedUncertainty, from: of.instrumentUnit, to: unit }).value;
}

interface Found {
  measured: Measured;
  evidence: Evidence;
}

function reading(requirement: Requirement, iteration: Iteration): Found | null {
  const taken = iteration.measurements.find((m) => m.parameterId === requirement.parameterId);
  if (!taken) return null;
  const evidence: Evidence = { kind: 'reading', instrument: taken.instrumentName, measuredOn: taken.measuredOn };
  if (taken.dimension === 'yes-no') return { measured: { value: taken.answer! }, evidence };
  const unit = taken.unit!;
  return { measured: { value: taken.value!, unit, expandedUncertainty: readingUncertainty(taken, unit) }, evidence };
}

const groupsBy = once((runs: readonly RunGroup[]) =>
  groupBy(runs, (group) => `${group.iterationId} ${group.quantityId}`),
);

function runs(requirement: Requirement, iteration: Iteration, { protocols, runs }: Sources): Found | null {
  for (const protocol of protocols) {
    if (protocol.parameterId !== requirement.parameterId) continue;
    const valid = groupsBy(runs).get(`${iteration.id} ${protocol.quantityId}`) ?? [];
    const [first] = valid;
    if (!first) continue;
    const { unit } = protocol;
    const values = valid.flatMap((group) =>
      group.values.map((value) => convert({ value, from: group.unit, to: unit }).value),
    );
    const { mean, standardDeviation, n } = summarise({ values });
    const own = (value: number) => convertInterval({ value, from: first.instrumentUnit, to: unit }).value;
    const { expandedUncertainty } = instrument({
      resolution: own(first.resolution),
      accuracy: own(first.accuracy),
      ...(standardDeviation === null ? {} : { standardDeviation, n }),
    });
    const evidence: Evidence = {
      kind: 'runs',
      runs: n,
      protocol: protocol.name,
      runIds: valid.flatMap((group) => group.ids),
    };
    return { measured: { value: mean, unit, expandedUncertainty }, evidence };
  }
  return null;
}

/** A measured value with its uncertainty in a limit's unit. */
export function inUnit(measured: Measured, unit: string | null) {
  if (measured === null) return { value: null, answer: null, uncertainty: 0 };
  if (typeof measured.value === 'boolean') return { value: null, answer: measured.value, uncertainty: 0 };
  const from = measured.unit!;
  const to = unit ?? from;
  return {
    value: convert({ value: measured.value, from, to }).value,
    answer: null,
    uncertainty: convertInterval({ value: measured.expandedUncertainty ?? 0, from, to }).value,
  };
}
