import { fit, seriesText, type Better, type Fit, readingUncertainty } from '@/core/bench';
import { groupBy } from '@/core/shared/groupBy';
import { convert } from '@/core/units';
import type { Protocol, Setting } from './protocols';
import type { ResultRun } from './results';

/** Runs of one iteration over one setting: what was set, and what came of it, in the units of setting and protocol. */
export interface SeriesRuns {
  iterationId: string;
  number: number;
  x: number[];
  y: number[];
  /** Which other settings varied meanwhile. */
  alsoVaried: string[];
  days: number;
}

/** The settings of a protocol that a series can run over: those that are figures. */
export const seriesSettings = ({ settings }: Pick<Protocol, 'settings'>): Setting[] =>
  settings.filter(({ unit }) => unit !== '');

/**
 * The series over a setting that a team has made, iteration by iteration, oldest first; those with two settings at least. Of each
 * iteration the runs under the newest version of the protocol that it was run under.
 */
export function seriesOf(
  runs: readonly ResultRun[],
  protocol: Pick<Protocol, 'unit'>,
  setting: Setting,
  dayOf: (at: Date) => string,
): SeriesRuns[] {
  const used = runs.filter(
    (run) =>
      run.status === 'ok' &&
      run.leftOut === '' &&
      run.value !== null &&
      typeof run.settings[setting.name]?.value === 'number',
  );
  return [...groupBy(used, ({ iterationId }) => iterationId).values()]
    .map((all): SeriesRuns => {
      const newest = Math.max(...all.map(({ protocolVersion }) => protocolVersion));
      const own = all.filter(({ protocolVersion }) => protocolVersion === newest);
      const others = new Set(
        own.flatMap(({ settings }) => Object.keys(settings)).filter((name) => name !== setting.name),
      );
      const varied = (name: string) =>
        new Set(own.map(({ settings }) => JSON.stringify(settings[name] ?? null))).size > 1;
      return {
        iterationId: own[0]!.iterationId,
        number: own[0]!.iterationNumber,
        x: own.map(({ settings }) => {
          const { value, unit } = settings[setting.name]!;
          return convert({ value: value as number, from: unit, to: setting.unit }).value;
        }),
        y: own.map(({ value, unit }) => convert({ value: value!, from: unit!, to: protocol.unit }).value),
        alsoVaried: [...others].filter(varied).sort(),
        days: new Set(own.map(({ runAt }) => dayOf(runAt))).size,
      };
    })
    .filter(({ x }) => new Set(x).size > 1)
    .sort((a, b) => a.number - b.number);
}

/** Points of the curve for drawing, with the band of the curve; null ends where there is no interval. */
export interface CurvePoint {
  x: number;
  y: number;
  band: [number, number] | null;
}
export interface FittedSeries {
  degree: 1 | 2;
  found: Fit;
  curve: CurvePoint[];
  says: string[];
}

/** Fits a line or a parabola to a series; null where there are too few different settings for it. */
export function fitSeries(
  { x, y, alsoVaried, days }: SeriesRuns,
  degree: 1 | 2,
  of: Pick<Protocol, 'parameterName' | 'unit' | 'instrumentUnit' | 'resolution' | 'accuracy'>,
  setting: Setting,
  better: Better | null,
): FittedSeries | null {
  if (new Set(x).size < degree + 1) return null;
  const [least, most] = [Math.min(...x), Math.max(...x)];
  const standardUncertainty = readingUncertainty(of, of.unit) / 2;
  const at = Array.from({ length: 41 }, (_, i) => least + ((most - least) * i) / 40);
  const found = fit({ x, y, degree, at, ...(standardUncertainty > 0 ? { standardUncertainty } : {}) });
  const says = seriesText({
    over: setting.name,
    overUnit: setting.unit,
    of: of.parameterName,
    unit: of.unit,
    better,
    x,
    found,
    meanwhile: [...alsoVaried, ...(days > 1 ? ['the day'] : [])],
  });
  return {
    degree,
    found,
    curve: found.at.map((one) => ({ x: one.x, y: one.y, band: one.confidence })),
    says,
  };
}
