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
  const n = all.length;
  const total = all.reduce((sum, value) => sum + value, 0n);
  // |mean(b) − mean(a)| by n·|b|·|a| is |Σb·n − Σall·|b||: whole numbers, that are equal where decimals are.
  const distance = (sumB: bigint) => {
    const gap = sumB * BigInt(n) - total * BigInt(b.length);
    return gap < 0n ? -gap : gap;
  };
  const observed = distance(all.slice(a.length).reduce((sum, value) => sum + value, 0n));
  const ways = arrangements(n, b.length);
  if (ways <= MOST) {
    let [counted, seen] = [0, 0];
    const choose = (from: number, left: number, sumB: bigint) => {
      if (left === 0) {
        seen += 1;
        if (distance(sumB) >= observed) counted += 1;
        return;
      }
      for (let i = from; i <= n - left; i++) choose(i + 1, left - 1, sumB + all[i]!);
    };
    choose(0, b.length, 0n);
    return counted / seen;
  }
  const random = mulberry32(SEED);
  const dealt = [...all];
  let counted = 1;
  for (let draw = 0; draw < MOST; draw++) {
    let sumB = 0n;
    for (let i = 0; i < b.length; i++) {
      const j = i + Math.floor(random() * (n - i));
      [dealt[i], dealt[j]] = [dealt[j]!, dealt[i]!];
      sumB += dealt[i]!;
    }
    if (distance(sumB) >= observed) counted += 1;
  }
  return counted / (MOST + 1);
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
