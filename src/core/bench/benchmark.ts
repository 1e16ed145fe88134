import { quantity } from '../format';
import type { Better } from './compare';

/**
 * How a build stands against a value to beat: only where the interval of its mean lies beyond all that the benchmark may be has it
 * beaten it; where the two touch, nobody can say.
 * @param interval of the mean; null for one run, which beats nothing
 * @param benchmark with its expanded uncertainty, in the same unit
 */
export function againstBenchmark(
  interval: readonly [number, number] | null,
  benchmark: { value: number; expandedUncertainty: number },
  better: Better,
): 'beats' | 'behind' | 'level' | 'one run' {
  if (interval === null) return 'one run';
  const { value, expandedUncertainty } = benchmark;
  const [low, high] = [value - expandedUncertainty, value + expandedUncertainty];
  const [above, below] = [interval[0] > high, interval[1] < low];
  if (!above && !below) return 'level';
  return above === (better === 'higher') ? 'beats' : 'behind';
}

/** Teams that beat the benchmark, and by name those that have no valid run yet, in sentences. */
export function boardText(input: {
  benchmark: { name: string; value: number; unit: string } | null;
  beats: readonly string[];
  level: readonly string[];
  without: readonly string[];
}): string[] {
  const { benchmark, beats, level, without } = input;
  const said: string[] = [];
  if (benchmark) {
    const what = `${benchmark.name}, ${quantity(benchmark.value, benchmark.unit)}`;
    said.push(
      beats.length > 0
        ? `${list(beats)} ${beats.length === 1 ? 'beats' : 'beat'} ${what}.`
        : `Nobody beats ${what}, yet.`,
    );
    if (level.length > 0) said.push(`${list(level)} can’t be told apart from it; more runs would tell.`);
  }
  if (without.length > 0) said.push(`No valid run yet: ${list(without)}.`);
  return said;
}

const list = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
