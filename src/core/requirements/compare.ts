import { subtract } from '../shared/decimal';
import type { Limit } from './limit';

type Bounded = Exclude<Limit, { kind: 'yes' }>;
export interface Compared {
  /** Positive inside, in the limit's unit. */
  margin: number;
  guarded: 'conforms' | 'fails' | 'inconclusive';
  simple: 'conforms' | 'fails';
}

/**
 * A value against a limit, both in the limit's unit, with an expanded uncertainty of its own: the part of judge that needs no units, so
 * that a phone can do it. `scale` is how large the numbers of the comparison are, which says how much of a difference is binary noise.
 */
export function compare(
  limit: Bounded,
  value: number,
  uncertainty: number,
  scale = limitScale(limit, value),
): Compared {
  const raw = rawMargin(limit, value);
  const margin = Math.abs(raw) <= scale * 1e-12 ? 0 : raw;
  const noise = scale * 1e-12;
  const surelyIn = margin >= uncertainty - Math.min(noise, 1e-9 * uncertainty + noise);
  const surelyOut = margin < -uncertainty - noise || (uncertainty === 0 && margin < 0);
  return {
    margin,
    guarded: surelyIn ? 'conforms' : surelyOut ? 'fails' : 'inconclusive',
    simple: margin >= 0 ? 'conforms' : 'fails',
  };
}

function rawMargin(limit: Bounded, value: number): number {
  if (limit.kind === 'max') return subtract(limit.value, value);
  if (limit.kind === 'min') return subtract(value, limit.value);
  if (limit.kind === 'range') return Math.min(subtract(value, limit.low), subtract(limit.high, value));
  return subtract(limit.tolerance, Math.abs(subtract(value, limit.value)));
}

/** The largest of the numbers that are compared. */
export function limitScale(limit: Bounded, ...values: number[]): number {
  const ends = limit.kind === 'range' ? [limit.low, limit.high] : [limit.value];
  return Math.max(...values.map(Math.abs), ...ends.map(Math.abs));
}
