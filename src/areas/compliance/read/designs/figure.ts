import { instrument, readingUncertainty, summarise } from '@/core/bench';
import type { Measured } from '@/core/requirements';
import { convertInterval } from '@/core/units';
import { madeAt, runsUnder, type Protocol, type RunGroup } from '@/areas/bench';
import type { Iteration } from '@/areas/builds';

/** What a verdict rests on: a reading of one instrument, or the runs under a protocol. */
export type Evidence =
  | { kind: 'reading'; instrument: string | null; measuredOn: string; readings: number[] }
  | { kind: 'runs'; runs: number; protocol: string; runIds: string[]; at: string; others: number }
  | { kind: 'note'; title: string }
  | { kind: 'none' };
/** Where readings come from, so that a requirement finds those of its parameter. */
export interface Sources {
  protocols: readonly Protocol[];
  runs: readonly RunGroup[];
}

/** What was measured of an iteration, and on what that rests. */
export interface Found {
  measured: Measured;
  evidence: Evidence;
}

/**
 * What is known of one parameter of an iteration: a measurement taken on it, else the mean of its valid runs under a protocol that
 * measures the parameter, with the expanded uncertainty (k = 2). Runs at different settings, or under different versions of the
 * protocol, are never mixed: those of the newest version count, at the settings of most, of as many the newest. null when nothing is measured.
 */
export function figureOf(parameterId: string, iteration: Iteration, sources: Sources): Found | null {
  return reading(parameterId, iteration) ?? runs(parameterId, iteration, sources);
}

function reading(parameterId: string, iteration: Iteration): Found | null {
  const taken = iteration.measurements.find((m) => m.parameterId === parameterId);
  if (!taken) return null;
  const evidence: Evidence = {
    kind: 'reading',
    instrument: taken.instrumentName,
    measuredOn: taken.measuredOn,
    readings: taken.readings ?? [],
  };
  if (taken.dimension === 'yes-no') return { measured: { value: taken.answer! }, evidence };
  const unit = taken.unit!;
  return { measured: { value: taken.value!, unit, expandedUncertainty: readingUncertainty(taken, unit) }, evidence };
}

function runs(parameterId: string, iteration: Iteration, { protocols, runs }: Sources): Found | null {
  for (const protocol of protocols) {
    if (protocol.parameterId !== parameterId) continue;
    const found = runsUnder(protocol, iteration.id, runs);
    if (!found) continue;
    const { valid, values, others } = found;
    const first = valid[0]!;
    const { unit } = protocol;
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
      at: madeAt(first, protocol),
      others,
    };
    return { measured: { value: mean, unit, expandedUncertainty }, evidence };
  }
  return null;
}
