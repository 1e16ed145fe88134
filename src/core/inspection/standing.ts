/** What can be looked at; a repair says which of these it touched. */
export const KINDS = ['size', 'mass', 'cost', 'energy', 'parts', 'materials', 'mechanisms', 'other'] as const;
export type Kind = (typeof KINDS)[number];

/** One look at one point; times are instants in ms. */
export interface Looked {
  check: string;
  decision: 'passes' | 'fails' | 'waived';
  at: number;
}
export interface Repaired {
  touched: readonly Kind[];
  at: number;
}
/** How a point stands: nobody has looked, it passes, it fails, it is waived, or a repair asks for a new look. */
export type PointState = 'open' | 'passes' | 'fails' | 'waived' | 'again';
/** How a device stands: nobody has begun, some points are left, one fails, all pass and it waits for the seal, it may start. */
export type DeviceState = 'not-begun' | 'under-way' | 'fails' | 'passed' | 'sealed';
export interface DeviceStanding {
  points: { check: string; state: PointState }[];
  state: DeviceState;
  /** It was inspected and sealed, and nothing was done to it since. */
  mayStart: boolean;
  /** Points that nobody has passed or waived yet. */
  left: number;
}

/**
 * Whether a device may start: of every point the last look counts; a repair after it asks for a new one of what it touched; once all
 * pass or are waived it is sealed, and a repair, or a look that fails, breaks the seal. Without any point everybody may start.
 */
export function standing(input: {
  checks: readonly { id: string; kind: Kind }[];
  looked: readonly Looked[];
  repairs: readonly Repaired[];
  /** When it was sealed last. */
  sealedAt: number | null;
}): DeviceStanding {
  const { checks, looked, repairs, sealedAt } = input;
  const points = checks.map(({ id, kind }) => {
    const last = looked
      .filter((one) => one.check === id)
      .reduce<Looked | null>((late, one) => (late && late.at > one.at ? late : one), null);
    if (!last) return { check: id, state: 'open' as const, at: 0 };
    const touched = repairs.some((one) => one.at >= last.at && one.touched.includes(kind));
    return { check: id, state: touched ? ('again' as const) : last.decision, at: last.at };
  });
  const through = (state: PointState) => state === 'passes' || state === 'waived';
  const left = points.filter(({ state }) => !through(state)).length;
  // A seal is put on after the last look and is broken by any repair.
  const since = Math.max(0, ...points.map(({ at }) => at), ...repairs.map(({ at }) => at));
  const sealed = left === 0 && sealedAt !== null && sealedAt >= since;
  const state: DeviceState = points.some((one) => one.state === 'fails')
    ? 'fails'
    : points.every((one) => one.state === 'open') && left > 0
      ? 'not-begun'
      : left > 0
        ? 'under-way'
        : sealed
          ? 'sealed'
          : 'passed';
  return {
    points: points.map(({ check, state: of }) => ({ check, state: of })),
    state,
    mayStart: checks.length === 0 || sealed,
    left,
  };
}
