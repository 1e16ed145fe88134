/** Runs at the same settings, by what these are called, the newest last. */
interface At {
  at: string;
  n: number;
}

/** The settings of most runs; of as many, those used last. */
export function mostUsed<T extends At>(list: readonly T[]): T | undefined {
  return list.reduce<T | undefined>((best, one) => (best && best.n > one.n ? best : one), undefined);
}

/**
 * At which settings two builds are compared: those that both were run at, of several the ones that the side with fewer runs has most
 * runs of, as what is held alike can't make the difference; where they share none, each at its own most used. undefined where one
 * has no runs.
 * @example pairAt([{ at: '30°', n: 3 }, { at: '45°', n: 9 }], [{ at: '30°', n: 2 }]) // both at 30°
 */
export function pairAt<T extends At>(a: readonly T[], b: readonly T[]): [T, T] | undefined {
  const shared = a.flatMap((one) => {
    const other = b.find(({ at }) => at === one.at);
    return other ? [{ at: one.at, n: Math.min(one.n, other.n), pair: [one, other] as [T, T] }] : [];
  });
  const held = mostUsed(shared);
  if (held) return held.pair;
  const [one, other] = [mostUsed(a), mostUsed(b)];
  return one && other && [one, other];
}
