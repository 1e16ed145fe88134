import { quantity, twoFigures } from '../format';
import { convertInterval } from '../units';

interface Asked {
  kind: string;
  low: number | null;
  high: number | null;
  tolerance: number | null;
  unit: string | null;
}

/**
 * Whether an instrument is too coarse for a limit: no reading could show that it is met, as the values that conform with certainty,
 * the limit's width less U on either side, are none (JCGM 106, guard band g = U). A limit on one side alone always leaves some.
 * @param expandedUncertainty of one reading (k = 2), in `unit`
 * @returns what to say, or null where the instrument is fine enough or the limit has one side only
 */
export function coarseText(
  instrument: string,
  expandedUncertainty: number,
  unit: string,
  asked: Asked,
  code: string,
): string | null {
  const half =
    asked.kind === 'target' ? asked.tolerance : asked.kind === 'range' ? (asked.high! - asked.low!) / 2 : null;
  if (half === null || asked.unit === null) return null;
  const own = convertInterval({ value: expandedUncertainty, from: unit, to: asked.unit }).value;
  if (own < half) return null;
  const good = twoFigures(own, asked.unit);
  return `${instrument} is too coarse for ${code}: one reading is good to ± ${good}, and ${code} allows ± ${quantity(half, asked.unit)}. No single reading can show that it is met; take a finer instrument or the mean of several runs.`;
}
