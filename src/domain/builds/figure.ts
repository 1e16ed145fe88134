import { instrument, summarise } from '@/core/bench';
import type { Measured } from '@/core/requirements';
import { groupBy } from '@/core/shared/groupBy';
import { once } from '@/core/shared/once';
import { convert, convertInterval } from '@/core/units';
import type { Protocol, RunGroup } from '@/domain/bench/read';
import type { Iteration } from './read';

/** What a verdict rests on: a reading of one instrument, or the runs under a protocol. */
export type Evidence =
  | { kind: 'reading'; instrument: string | null; measuredOn: string }
  | { kind: 'runs'; runs: number; protocol: string; runIds: string[] }
  | { kind: 'note'; title: string }
  | { kind: 'none' };
/** Where readings come from, so that a requirement finds those of its parameter. */
export interface Sources {
  protocols: readonly Protocol[];
  runs: readonly RunGroup[];
}

/** Expanded uncertainty of one reading in the given unit; a count has none. */
export function readingUncertainty(
  of: { resolution: number | null; accuracy: number | null; instrumentUnit: string | null },
  unit: string,
): number {
  if (of.resolution === null || of.instrumentUnit === null) return 0;
  const { expandedUncertainty } = instrument({ resolution: of.resolution, accuracy: of.accuracy ?? 0 });
  return convertInterval({ value: expandedUncertainty, from: of.instrumentUnit, to: unit }).value;
}

/** What was measured of an iteration, and on what that rests. */
export interface Found {
  measured: Measured;
  evidence: Evidence;
}

/**
 * What is known of one parameter of an iteration: a measurement taken on it, else the mean of its valid runs under a protocol that
 * measures the parameter, with the expanded uncertainty (k = 2). null when nothing is measured.
 */
export function figureOf(parameterId: string, iteration: Iteration, sources: Sources): Found | null {
  return reading(parameterId, iteration) ?? runs(parameterId, iteration, sources);
}

function reading(parameterId: string, iteration: Iteration): Found | null {
  const taken = iteration.measurements.find((m) => m.parameterId === parameterId);
  if (!taken) return null;
  const evidence: Evidence = { kind: 'reading', instrument: taken.instrumentName, measuredOn: taken.measuredOn };
  if (taken.dimension === 'yes-no') return { measured: { value: taken.answer! }, evidence };
  const unit = taken.unit!;
  return { measured: { value: taken.value!, unit, expandedUncertainty: readingUncertainty(taken, unit) }, evidence };
}

const groupsBy = once((runs: readonly RunGroup[]) =>
  groupBy(runs, (group) => `${group.iterationId} ${group.quantityId}`),
);

function runs(parameterId: string, iteration: Iteration, { protocols, runs }: Sources): Found | null {
  for (const protocol of protocols) {
    if (protocol.parameterId !== parameterId) continue;
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
