import { wholes } from '../shared/decimal';
import { mulberry32 } from '../shared/random';

const MOST = 20_000;
const SEED = 1937;

/**
 * How often runs dealt out anew to two builds would differ by at least as much as they did, in |difference of means| and in
 * decimal arithmetic: over all arrangements up to 20,000, the observed one among them, else over that many draws and the observed
 * one. Source: Pitman 1937.
 */
export function permutationP(a: readonly number[], b: readonly number[]): number {
  const all = wholes([...a, ...b]);
  const most = all.reduce((sum, value) => sum + (value < 0n ? -value : value), 0n) * BigInt(2 * all.length);
  // Whole numbers that doubles hold exactly are added as doubles, twenty times as fast.
  return most <= BigInt(Number.MAX_SAFE_INTEGER)
    ? counted(all.map(Number), b.length, a.length, 0, (sum, value) => sum + value, distanceOf)
    : counted(all, b.length, a.length, 0n, (sum, value) => sum + value, distanceOfBig);
}

// |mean(b) − mean(a)| by n·|b|·|a| is |Σb·n − Σall·|b||: whole numbers, that are equal where decimals are.
const distanceOf = (total: number, n: number, nb: number) => (sumB: number) => Math.abs(sumB * n - total * nb);
const distanceOfBig = (total: bigint, n: number, nb: number) => (sumB: bigint) => {
  const gap = sumB * BigInt(n) - total * BigInt(nb);
  return gap < 0n ? -gap : gap;
};

function counted<N extends number | bigint>(
  all: readonly N[],
  nb: number,
  na: number,
  zero: N,
  add: (sum: N, value: N) => N,
  distances: (total: N, n: number, nb: number) => (sumB: N) => N,
): number {
  const n = all.length;
  const distance = distances(all.reduce(add, zero), n, nb);
  const observed = distance(all.slice(na).reduce(add, zero));
  if (arrangements(n, nb) <= MOST) {
    let [far, seen] = [0, 0];
    const choose = (from: number, left: number, sumB: N) => {
      if (left === 0) {
        seen += 1;
        if (distance(sumB) >= observed) far += 1;
        return;
      }
      for (let i = from; i <= n - left; i++) choose(i + 1, left - 1, add(sumB, all[i]!));
    };
    choose(0, nb, zero);
    return far / seen;
  }
  const random = mulberry32(SEED);
  const dealt = [...all];
  let far = 1;
  for (let draw = 0; draw < MOST; draw++) {
    let sumB = zero;
    for (let i = 0; i < nb; i++) {
      const j = i + Math.floor(random() * (n - i));
      [dealt[i], dealt[j]] = [dealt[j]!, dealt[i]!];
      sumB = add(sumB, dealt[i]!);
    }
    if (distance(sumB) >= observed) far += 1;
  }
  return far / (MOST + 1);
}

/** n over k, or more than is enumerated. */
function arrangements(n: number, k: number): number {
  let ways = 1;
  for (let i = 1; i <= Math.min(k, n - k); i++) {
    ways = (ways * (n - i + 1)) / i;
    if (ways > MOST) return Infinity;
  }
  return ways;
}
