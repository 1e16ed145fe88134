import quantile from '@stdlib/stats-base-dists-normal-quantile';
import { CoreError } from '../shared/CoreError';
import { level, whole } from '../shared/check';

/**
 * The share of passes among n tries with Wilson's score interval (level, default 0.95), both from 0 to 1.
 * Source: Wilson 1927, without continuity correction.
 * @throws CoreError for n below 1, passes outside 0…n, or numbers that are not whole.
 */
export function proportion(input: { passes: number; n: number; level?: number }): {
  share: number;
  interval: [number, number];
} {
  const n = whole(input.n, 'The number of tries', 1);
  const passes = whole(input.passes, 'The number of passes');
  if (passes > n) throw new CoreError(`${passes} passes in ${n} tries is not possible.`);
  const z = quantile((1 + level(input.level ?? 0.95)) / 2, 0, 1);
  const share = passes / n;
  const middle = (share + z ** 2 / (2 * n)) / (1 + z ** 2 / n);
  const half = (z / (1 + z ** 2 / n)) * Math.sqrt((share * (1 - share)) / n + z ** 2 / (4 * n ** 2));
  const low = passes === 0 ? 0 : middle - half;
  const high = passes === n ? 1 : middle + half;
  return { share, interval: [low, high] };
}
