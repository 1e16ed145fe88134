import { compare } from '../requirements/compare';
import type { Limit } from '../requirements/limit';

/** What an inspector can make of one reading. */
export interface Look {
  /** With a guard band as wide as the expanded uncertainty. */
  guarded: 'conforms' | 'fails' | 'inconclusive';
  /** The value as read decides. */
  simple: 'passes' | 'fails';
  /** How far inside the limit, in its unit; null where there is nothing to measure. */
  margin: number | null;
  /** The decisions that the reading supports, the simple one first. Whatever it says, a waiver with a reason stays open. */
  may: ('passes' | 'fails')[];
  /**
   * What would settle a reading that lies too close to the limit: the largest expanded uncertainty with which the same value would be
   * clear. null where it is clear already, and where the value is the limit itself, which no instrument settles.
   */
  settledBy: number | null;
}

/**
 * A reading at the entry inspection under the simple decision rule, with the guarded verdict beside it: the value as read decides, and
 * where the uncertainty reaches across the limit the inspector may decide either way and says so. Value and expanded uncertainty are in
 * the limit's unit, so that a phone needs no units for it.
 * Source: decision rules as in ISO 14253-1 and JCGM 106 (see requirements.judge).
 * @example look({ kind: 'max', value: 2.27, unit: 'kg' }, 2.28, 0.02)
 * // { simple: 'fails', guarded: 'inconclusive', may: ['fails', 'passes'], settledBy: 0.01, … }
 */
export function look(limit: Limit, value: number | boolean, expandedUncertainty = 0): Look {
  if (limit.kind === 'yes' || typeof value === 'boolean') {
    const yes = value === true;
    const simple = yes ? ('passes' as const) : ('fails' as const);
    return { guarded: yes ? 'conforms' : 'fails', simple, margin: null, may: [simple], settledBy: null };
  }
  const { margin, guarded, simple: decided } = compare(limit, value, expandedUncertainty);
  const [own, other] = decided === 'conforms' ? (['passes', 'fails'] as const) : (['fails', 'passes'] as const);
  const near = guarded === 'inconclusive';
  return {
    guarded,
    simple: own,
    margin,
    may: near ? [own, other] : [own],
    settledBy: near && margin !== 0 ? Math.abs(margin) : null,
  };
}
