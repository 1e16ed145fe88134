/** Runs at the same settings, by what these are called, the newest last. */
interface At {
  at: string;
  /** What was set alone, where `at` says more, as which version of the protocol. */
  set?: string;
  n: number;
}

/** The settings of most runs; of as many, those used last. */
export function mostUsed<T extends At>(list: readonly T[]): T | undefined {
  return list.reduce<T | undefined>((best, one) => (best && best.n > one.n ? best : one), undefined);
}

/**
 * At which settings two builds are compared: those that both were run at, of several the ones that the side with fewer runs has most
 * runs of, as what is held alike can't make the difference; where they share none, those with alike settings (under another version of the protocol),
 * and else each at its own most used. undefined where one
 * has no runs.
 * @example pairAt([{ at: '30°', n: 3 }, { at: '45°', n: 9 }], [{ at: '30°', n: 2 }]) // both at 30°
 */
export function pairAt<T extends At>(a: readonly T[], b: readonly T[]): [T, T] | undefined {
  const held = heldBy(a, b, ({ at }) => at) ?? heldBy(a, b, ({ set }) => set);
  if (held) return held;
  const [one, other] = [mostUsed(a), mostUsed(b)];
  return one && other && [one, other];
}

/** Those that are alike by something both know, at which the side with fewer runs has most; of as many the last. */
function heldBy<T extends At>(
  a: readonly T[],
  b: readonly T[],
  by: (one: T) => string | undefined,
): [T, T] | undefined {
  const shared = a.flatMap((one) => {
    const other = by(one) === undefined ? undefined : b.findLast((each) => by(each) === by(one));
    return other ? [{ at: one.at, n: Math.min(one.n, other.n), pair: [one, other] as [T, T] }] : [];
  });
  return mostUsed(shared)?.pair;
}
