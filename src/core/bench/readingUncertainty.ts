import { convertInterval } from '@/core/units';
import { instrument } from './instrument';
import { summarise } from './summarise';

/**
 * Expanded uncertainty of a reading in the given unit, or of the mean of several, whose spread counts in; a count has none of the
 * instrument's.
 */
export function readingUncertainty(
  of: {
    resolution: number | null;
    accuracy: number | null;
    instrumentUnit: string | null;
    readings?: readonly number[] | null;
  },
  unit: string,
): number {
  const own = (value: number) =>
    value === 0 ? 0 : convertInterval({ value, from: of.instrumentUnit!, to: unit }).value;
  const spread = of.readings ? summarise({ values: of.readings }) : null;
  if (of.resolution === null && spread === null) return 0;
  return instrument({
    resolution: own(of.resolution ?? 0),
    accuracy: own(of.accuracy ?? 0),
    ...(spread?.standardDeviation == null ? {} : { standardDeviation: spread.standardDeviation, n: spread.n }),
  }).expandedUncertainty;
}
