import { chance, decimalsFor, lowerFirst, measured, plural, quantity, quantityTo, upperFirst } from '../format';
import type { Better, Comparison, Pair } from './compare';
import type { Drift } from './drift';
import type { Summary } from './summarise';

interface Compared {
  /** What the two are called: "Flint 2". */
  a: string;
  b: string;
  /** What was measured, as it is named: "Crossing time". */
  parameter: string;
  unit: string;
  /** null where nobody has said which way is better. */
  better: Better | null;
  /** Runs of each. */
  n: readonly [number, number];
  comparison: Pick<Comparison, 'difference' | 'confidenceInterval' | 'pValue' | 'verdict' | 'runsNeeded' | 'reason'> & {
    adjustedP?: number | null;
  };
  /** What else differs between them, in words: design, settings, instrument, day. */
  changed: readonly string[];
  /** What both had alike although it may vary. */
  held?: readonly string[];
}

/** From so many on it is no use to say how many more would be needed. */
const TOO_MANY = 200;

/**
 * What the runs of two builds say of each other, in plain sentences: whether they can be told apart and by how much, how many
 * runs would tell, and what a difference can be put down to.
 * @example conclude({ a: 'Flint 2', b: 'Flint 3', … })[0] // "Flint 3 is better than Flint 2: crossing time lower by 0.21 s, give or take 0.10 s."
 */
export function conclude({ a, b, parameter, unit, better, n, comparison, changed, held = [] }: Compared): string[] {
  const { difference, confidenceInterval, verdict, runsNeeded, reason } = comparison;
  if (reason) {
    const few = [a, b].filter((_, i) => n[i]! < 2);
    return [
      few.length > 0
        ? `Too few runs of ${few.join(' and ')} to compare: at least two of each are needed.`
        : `All runs of each are equal, so nothing is known of how far runs lie apart; perhaps the instrument is too coarse.`,
    ];
  }
  const [low, high] = confidenceInterval!;
  if (verdict === 'not-separable') {
    const runs = n[0] === n[1] ? `${plural(n[0], 'run')} each` : `${n[0]} and ${plural(n[1], 'run')}`;
    return [
      `${a} and ${b} can’t be told apart with ${runs}${neededText(runsNeeded, Math.max(...n))}.`,
      ...heldText(held),
    ];
  }
  const way = difference > 0 ? 'higher' : 'lower';
  const by = giveOrTake(Math.abs(difference), (high - low) / 2, unit);
  const first = better
    ? `${b} is ${verdict === 'improved' ? 'better' : 'worse'} than ${a}: ${lowerFirst(parameter)} ${way} by ${by}.`
    : `${parameter} of ${b} is ${way} than that of ${a} by ${by}.`;
  return [first, causeText(changed), ...heldText(held)];
}

function neededText(needed: number | null, made: number): string {
  if (needed === null || needed > TOO_MANY)
    return '; no number of runs that a class can make would show a difference this small';
  if (needed <= made) return '; a run or two more of each may settle it';
  return `; about ${needed} of each would be needed to see a difference like this one`;
}

/** What a difference can be put down to. */
function causeText(changed: readonly string[]): string {
  if (changed.length === 0)
    return 'Nothing is recorded that differs between them, so it comes from something nobody wrote down.';
  if (changed.length === 1) return `Only ${changed[0]} differs between them, so it comes from that.`;
  const [last, ...others] = [...changed].reverse();
  return `${changed.length} things differ between them, ${others.reverse().join(', ')} and ${last}, so it can’t be put down to one of them.`;
}

function heldText(held: readonly string[]): string[] {
  return held.length === 0 ? [] : [`Held alike in both: ${held.join(', ')}.`];
}

/** "0.21 s, give or take 0.10 s", to the figures that the uncertainty leaves. */
function giveOrTake(value: number, half: number, unit: string): string {
  if (!(half > 0)) return quantity(value, unit);
  const decimals = decimalsFor(half);
  return `${quantityTo(value, unit, decimals)}, give or take ${quantityTo(half, unit, decimals)}`;
}

/** A run that stands far from the others of its build; it is kept. Nothing where there is none. */
export function outlierText(name: string, values: readonly number[], summary: Summary, unit: string): string | null {
  const [found] = summary.outliers;
  if (!found) return null;
  return `One run of ${name}, ${quantity(values[found.index]!, unit)}, stands far from the other ${summary.n - 1} (Grubbs’ test). It counts; look at what was different.`;
}

/** Runs that creep one way; nothing where they do not. */
export function driftText(name: string, { drifting, slopePerRun, pValue }: Drift, unit: string): string | null {
  if (!drifting) return null;
  const way = slopePerRun! > 0 ? 'up' : 'down';
  return `The runs of ${name} creep ${way}, by about ${quantity(Math.abs(slopePerRun!), unit)} from one to the next (${chance(pValue!)}): something wears, warms or slackens.`;
}

/** Whether several of one thing are alike, by every pair of them; how many runs would show what does not show. */
export function alikeText(pairs: readonly Pair[], unit: string): string {
  const known = pairs.filter(({ pValue }) => pValue !== null);
  if (known.length === 0) return 'Too few runs to tell them apart: at least two of each are needed.';
  const told = known.filter(({ verdict }) => verdict !== 'not-separable');
  if (told.length > 0)
    return told
      .map(({ a, b, difference, confidenceInterval, adjustedP }) => {
        const by = measured(Math.abs(difference), (confidenceInterval![1] - confidenceInterval![0]) / 2, unit);
        const way = difference > 0 ? 'above' : 'below';
        return `${upperFirst(b)} is ${way} ${a} by ${by}, more than chance explains (${chance(adjustedP!)}).`;
      })
      .join(' ');
  const most = Math.max(...known.map(({ runsNeeded }) => runsNeeded ?? 0));
  const needed =
    most > 0 && most < TOO_MANY
      ? ` A difference as large as this would show in about ${plural(most, 'run')} of each.`
      : '';
  return `They differ by no more than runs of one and the same do.${needed}`;
}
