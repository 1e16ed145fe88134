import { finite, whole } from '../shared/check';
import { CoreError } from '../shared/CoreError';
import { sum } from '../shared/decimal';
import { toleranceAt } from '../shared/tolerance';

export interface Sample {
  t: number;
  y: number;
}
export interface Window {
  id: string;
  from: number;
  to: number;
  /** Samples in it. */
  n: number;
  /** Of the straight lines between samples, over time. */
  mean: number;
  /** Of the samples; null without one, as are peak and trough. */
  sampleMean: number | null;
  peak: Sample | null;
  trough: Sample | null;
  integral: number;
  /** Of y on t; null for fewer than two samples. */
  slope: number | null;
  /** How long y was at or above the level; null where none was asked for. */
  timeAbove: number | null;
}
export interface Series {
  windows: Window[];
  steady: { from: number; to: number; n: number; mean: number; range: number } | null;
  /** Indices that are enough to draw it. */
  kept: number[] | null;
}
interface Asked {
  t: readonly number[];
  y: readonly number[];
  windows?: readonly { id: string; from?: number | null; to?: number | null }[] | null;
  above?: number | null;
  steady?: { length: number; band: number } | null;
  buckets?: number | null;
}
type Line = readonly Sample[];

/**
 * Reads a logged series, a straight line from each sample to the next: mean, extremes, integral, slope and time above a level in
 * windows, the longest steady stretch, and few samples that draw it without losing a peak.
 * @throws CoreError for lists of different length, fewer than two samples, times that do not increase, a window with nothing in
 *   it (named), a steady stretch without length, a number of buckets below 1, NaN, Infinity.
 */
export function series(input: Asked): Series {
  const { t, y } = input;
  if (t?.length !== y?.length) throw new CoreError('t and y must have the same length.');
  if (!Array.isArray(t) || t.length < 2) throw new CoreError('A series has at least two samples.');
  const line = t.map((time, i) => ({ t: finite(time, `t of sample ${i}`), y: finite(y[i], `y of sample ${i}`) }));
  line.forEach((one, i) => {
    if (i > 0 && one.t <= line[i - 1]!.t)
      throw new CoreError(`Times must be increasing; the one at index ${i} is not later than the one before it.`);
  });
  const above = input.above == null ? null : finite(input.above, 'The level');
  return {
    windows: (input.windows ?? [{ id: 'all' }]).map((asked, i, all) => windowOf(line, asked, above, all, i)),
    steady: input.steady ? steadyOf(line, input.steady) : null,
    kept: input.buckets == null ? null : keptOf(line, input.buckets),
  };
}

function windowOf(
  line: Line,
  asked: { id: string; from?: number | null; to?: number | null },
  above: number | null,
  all: readonly { id: string }[],
  i: number,
): Window {
  const { id } = asked;
  if (all.findIndex((one) => one.id === id) !== i) throw new CoreError(`The window ${id} appears twice.`);
  const [first, last] = [line[0]!.t, line.at(-1)!.t];
  const wanted = [asked.from ?? first, asked.to ?? last].map((limit) => finite(limit, `The window ${id}`));
  if (wanted[0]! >= wanted[1]!) throw new CoreError(`The window ${id} ends before it begins.`);
  const [from, to] = [Math.max(wanted[0]!, first), Math.min(wanted[1]!, last)];
  if (from >= to) throw new CoreError(`The window ${id} has no stretch of the series in it.`);
  const cut = stretch(line, from, to);
  const inside = line.filter((one) => one.t >= from - toleranceAt(from) && one.t <= to + toleranceAt(to));
  const integral = areaUnder(cut);
  const extreme = (better: (a: number, b: number) => boolean) =>
    inside.reduce<Sample | null>((best, one) => (best === null || better(one.y, best.y) ? one : best), null);
  return {
    id,
    from,
    to,
    n: inside.length,
    mean: integral / (to - from),
    sampleMean: inside.length ? sum(inside.map((one) => one.y)) / inside.length : null,
    peak: extreme((a, b) => a > b),
    trough: extreme((a, b) => a < b),
    integral,
    slope: slopeOf(inside),
    timeAbove: above === null ? null : timeAbove(cut, above),
  };
}

/** The part of the line from one time to another, its ends on the straight lines. */
function stretch(line: Line, from: number, to: number): Sample[] {
  const inner = line.filter((one) => one.t > from && one.t < to);
  return [{ t: from, y: heightAt(line, from) }, ...inner, { t: to, y: heightAt(line, to) }];
}

function heightAt(line: Line, t: number): number {
  const after = line.findIndex((one) => one.t >= t);
  const b = line[after]!;
  if (b.t === t || after === 0) return b.y;
  const a = line[after - 1]!;
  return a.y + ((b.y - a.y) * (t - a.t)) / (b.t - a.t);
}

function areaUnder(line: Line): number {
  return sum(line.slice(1).map((one, i) => ((one.y + line[i]!.y) / 2) * (one.t - line[i]!.t)));
}

function slopeOf(samples: Line): number | null {
  if (samples.length < 2) return null;
  const mean = (pick: (one: Sample) => number) => sum(samples.map(pick)) / samples.length;
  const [t, y] = [mean((one) => one.t), mean((one) => one.y)];
  return sum(samples.map((one) => (one.t - t) * (one.y - y))) / sum(samples.map((one) => (one.t - t) ** 2));
}

function timeAbove(line: Line, level: number): number {
  return sum(
    line.slice(1).map((b, i) => {
      const a = line[i]!;
      const [low, high] = [Math.min(a.y, b.y), Math.max(a.y, b.y)];
      if (low >= level) return b.t - a.t;
      return high <= level ? 0 : ((b.t - a.t) * (high - level)) / (high - low);
    }),
  );
}

/** The longest run of samples that stays within a band, the earliest of equally long ones. */
function steadyOf(line: Line, asked: { length: number; band: number }): Series['steady'] {
  const length = finite(asked.length, 'The length of a steady stretch');
  const band = finite(asked.band, 'The band of a steady stretch');
  if (length <= 0) throw new CoreError('A steady stretch has a length above 0.');
  if (band < 0) throw new CoreError('The band of a steady stretch must not be negative.');
  let best: [number, number] | null = null;
  const lasts = (i: number, j: number) => line[j]!.t - line[i]!.t;
  // Two ends that only move on: the last sample that still fits to each first one.
  const [tops, bottoms]: [number[], number[]] = [[], []];
  let end = 0;
  const push = (j: number) => {
    while (tops.length && line[tops.at(-1)!]!.y <= line[j]!.y) tops.pop();
    while (bottoms.length && line[bottoms.at(-1)!]!.y >= line[j]!.y) bottoms.pop();
    tops.push(j);
    bottoms.push(j);
  };
  for (let i = 0; i < line.length; i++) {
    while (tops.length && tops[0]! < i) tops.shift();
    while (bottoms.length && bottoms[0]! < i) bottoms.shift();
    for (; end < line.length; end++) {
      const top = tops.length ? Math.max(line[tops[0]!]!.y, line[end]!.y) : line[end]!.y;
      const bottom = bottoms.length ? Math.min(line[bottoms[0]!]!.y, line[end]!.y) : line[end]!.y;
      if (top - bottom > band + toleranceAt(band)) break;
      push(end);
    }
    const held = lasts(i, end - 1);
    if (held < length - toleranceAt(length)) continue;
    if (best === null || held > lasts(...best) + toleranceAt(held)) best = [i, end - 1];
  }
  if (best === null) return null;
  const own = line.slice(best[0], best[1] + 1);
  const [from, to] = [own[0]!.t, own.at(-1)!.t];
  const heights = own.map((one) => one.y);
  const range = Math.max(...heights) - Math.min(...heights);
  return { from, to, n: own.length, mean: areaUnder(own) / (to - from), range };
}

/** Indices that draw the series: least and greatest of each bucket, and both ends. */
function keptOf(line: Line, asked: number): number[] {
  const buckets = whole(asked, 'The number of buckets', 1);
  const n = line.length;
  if (n <= 2 * buckets) return line.map((_, i) => i);
  const kept = new Set([0, n - 1]);
  for (let b = 0; b < buckets; b++) {
    const [from, to] = [Math.floor((b * n) / buckets), Math.floor(((b + 1) * n) / buckets)];
    let [low, high] = [from, from];
    for (let i = from; i < to; i++) {
      if (line[i]!.y < line[low]!.y) low = i;
      if (line[i]!.y > line[high]!.y) high = i;
    }
    kept.add(low).add(high);
  }
  return [...kept].sort((a, b) => a - b);
}
