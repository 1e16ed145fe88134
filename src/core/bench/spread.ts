import { plural, twoFigures } from '../format';
import { summarise } from './summarise';

/** Where the spread of a class's runs comes from, each as a standard deviation in one unit; null where it is not known. */
export interface SpreadSources {
  /** Runs of one build around their own mean, pooled: what the device, the operator and the reading do together. */
  runs: { deviation: number; builds: number; n: number } | null;
  /** Observers of one run around their mean, pooled: what one person's reading is off by. */
  observers: { deviation: number; runs: number; offsets: number[] } | null;
  /** What the instrument alone may be off by in one reading (standard uncertainty). */
  instruments: { name: string; deviation: number; n: number; pooled: number | null }[];
}

/**
 * Splits the spread of runs: within builds (pooled standard deviation, Σ(n−1)s² / Σ(n−1)), between observers of one run (the same,
 * run by run), and by instrument.
 * @param builds values of runs that may be taken together, with the instrument they were read with
 * @param observed what each observer read, run by run
 */
export function spreadSources(input: {
  builds: readonly { values: readonly number[]; instrument: string }[];
  observed: readonly (readonly number[])[];
  instruments: Readonly<Record<string, number>>;
}): SpreadSources {
  const { builds, observed, instruments } = input;
  const readings = observed.filter((values) => values.length > 1);
  const most = Math.max(0, ...readings.map(({ length }) => length));
  const several = builds.filter(({ values }) => values.length > 1);
  const runs = pooled(several.map(({ values }) => values));
  const seen = pooled(readings);
  return {
    runs: runs && { deviation: runs.deviation, builds: several.length, n: runs.n },
    observers: seen && {
      deviation: seen.deviation,
      runs: readings.length,
      offsets: Array.from({ length: most }, (_, k) => {
        const own = readings.flatMap((values) =>
          values[k] === undefined ? [] : [values[k] - summarise({ values }).mean],
        );
        return summarise({ values: own }).mean;
      }),
    },
    instruments: Object.entries(instruments).map(([name, deviation]) => {
      const own = several.filter((one) => one.instrument === name).map(({ values }) => values);
      return {
        name,
        deviation,
        n: builds.filter((one) => one.instrument === name).reduce((sum, { values }) => sum + values.length, 0),
        pooled: pooled(own)?.deviation ?? null,
      };
    }),
  };
}

/** Pooled standard deviation of groups of at least two; null without any. */
function pooled(groups: readonly (readonly number[])[]): { deviation: number; n: number } | null {
  let squares = 0;
  let freedom = 0;
  let n = 0;
  for (const values of groups) {
    const { standardDeviation } = summarise({ values });
    squares += (values.length - 1) * standardDeviation! ** 2;
    freedom += values.length - 1;
    n += values.length;
  }
  return freedom === 0 ? null : { deviation: Math.sqrt(squares / freedom), n };
}

/** So many runs beyond one of each build, before anything is said of where they spread. */
const LEAST = 5;

/**
 * The same in sentences, with the largest source named: what of the spread of runs the reading explains, by observers where there were
 * several, else by the instrument, and what is left to the device and how it is run. Variances add up, deviations do not. Nothing for too few runs to say.
 */
export function spreadText({ runs, observers, instruments }: SpreadSources, unit: string): string[] {
  if (!runs || runs.deviation === 0 || runs.n - runs.builds < LEAST) return [];
  const said = (value: number) => twoFigures(value, unit);
  const worst = instruments.reduce((most, one) => Math.max(most, one.n > 0 ? one.deviation : 0), 0);
  const [reading, by] =
    observers && observers.deviation >= worst
      ? [observers.deviation, `two people reading the same run (${said(observers.deviation)})`]
      : [worst, worst > 0 ? `the instrument (${said(worst)})` : ''];
  const share = Math.min(1, (reading / runs.deviation) ** 2);
  const texts = [
    `Runs of one design lie ${said(runs.deviation)} apart from their mean, typically, over ${plural(runs.n, 'run')}.`,
    share > 0.5
      ? `Most of that is the reading: ${by}. A finer instrument or more observers would tell more than more runs.`
      : by
        ? `Little of that is the reading, ${by}; most is the device and how it is run.`
        : 'It is the device and how it is run.',
  ];
  if (observers && observers.offsets.length === 2) {
    const apart = Math.abs(observers.offsets[0]! - observers.offsets[1]!);
    // A standing difference stands out where it is more than chance leaves of so many runs.
    if (apart > (2 * Math.SQRT2 * observers.deviation) / Math.sqrt(observers.runs))
      texts.push(
        `Observer ${observers.offsets[0]! > observers.offsets[1]! ? 1 : 2} reads ${said(apart)} more than the other, run after run.`,
      );
  }
  return texts;
}
