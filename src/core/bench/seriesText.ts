import { lowerFirst, measured, plural, quantity } from '../format';
import type { Better } from './compare';
import type { Fit } from './fit';

interface Asked {
  /** What was varied, and its unit. */
  over: string;
  overUnit: string;
  /** What was measured, and its unit. */
  of: string;
  unit: string;
  better: Better | null;
  x: readonly number[];
  /** The curve, also at points over what was tested. */
  found: Fit;
  /** What else varied from run to run. */
  meanwhile: readonly string[];
}

/**
 * What a series over one variable says, in plain sentences: how much the result follows it, or where its best point lies and how
 * sure that is; and where the next run tells most.
 */
export function seriesText(asked: Asked): string[] {
  const parabola = asked.found.coefficients.length === 3;
  return [
    ...(parabola ? bestText(asked) : slopeText(asked)),
    ...consistencyText(asked),
    ...nextText(asked),
    ...meanwhileText(asked),
  ];
}

function slopeText({ over, overUnit, of, unit, found }: Asked): string[] {
  const { value, interval } = found.coefficients[1]!;
  if (interval === null)
    return [
      `Two points make a line whatever they are; one more run would show whether ${lowerFirst(of)} follows ${over}.`,
    ];
  if (interval[0] <= 0 && interval[1] >= 0)
    return [
      `These ${plural(found.n, 'run')} do not show that ${lowerFirst(of)} follows ${over}: the slope may as well be nought.`,
    ];
  const way = value > 0 ? 'rises' : 'falls';
  const doubt = (interval[1] - interval[0]) / 2;
  return [
    `${of} ${way} by ${measured(Math.abs(value), doubt, null)} ${unit} for every ${quantity(1, overUnit)} more of ${over}.`,
  ];
}

function bestText({ over, overUnit, of, unit, better, x, found }: Asked): string[] {
  const { kind, x: at, y, interval, insideTestedRange } = found.optimum!;
  const [least, most] = [Math.min(...x), Math.max(...x)];
  if (kind === 'none')
    return [
      `No turning point of ${lowerFirst(of)} shows over ${over}: the curvature is within the scatter. A straight line says as much.`,
    ];
  const wanted = better === 'lower' ? 'minimum' : better === 'higher' ? 'maximum' : kind;
  const tested = `${quantity(least, null)} to ${quantity(most, overUnit)}`;
  if (kind !== wanted)
    return [`${of} has its worst value in between; the best lies at one of the ends of what was tested (${tested}).`];
  const where = interval ? measured(at!, (interval[1] - interval[0]) / 2, overUnit) : quantity(at, overUnit);
  const name = better ? 'Best' : kind === 'maximum' ? 'Greatest' : 'Least';
  const value = `${name} ${lowerFirst(of)}, about ${quantity(y, unit, 2)}, at ${over} ${where}`;
  if (!insideTestedRange)
    return [`${value}: outside of what was tested (${tested}), so test there before believing it.`];
  if (interval && (interval[0] < least || interval[1] > most))
    return [`${value}: inside what was tested (${tested}), but it may as well lie beyond; test further out.`];
  return [`${value}, inside what was tested (${tested}).`];
}

function consistencyText({ found }: Asked): string[] {
  if (found.consistency?.consistent === false)
    return [
      'The runs lie further from the curve than the instrument explains: something else varied, or another curve fits.',
    ];
  return [];
}

/** Where one more run would tell most of the curve: of the points that were asked for, the one where it is known worst. */
function nextText({ over, overUnit, found: { at } }: Asked): string[] {
  const known = at.filter(({ standardError, extrapolated }) => standardError !== null && !extrapolated);
  if (known.length === 0) return [];
  const worst = known.reduce((most, one) => (one.standardError! > most.standardError! ? one : most));
  if (worst.standardError === 0) return [];
  return [`The next run tells most at ${over} ${quantity(worst.x, overUnit, 1)}, where the curve is known worst.`];
}

/** What varied besides, so that part of what shows may come from it. */
function meanwhileText({ meanwhile }: Asked): string[] {
  return meanwhile.length > 0
    ? [`Meanwhile ${meanwhile.join(' and ')} varied, too: part of what shows may come from that.`]
    : [];
}
