import { CoreError, readNumber } from '@/core/numbers';
import { figureOf } from '@/ui/forms/schema';

/** A band as it is typed: "5 cm", "12,5". */
export interface Band {
  edge: string;
  points: string;
}
const MOST = 6;

/**
 * More bands at the same steps as the last two, until edge or points would fall below 0, six at most; in the unit the last two
 * were typed in. None where there are no two, or they are not alike.
 */
export function moreBands(bands: readonly Band[]): Band[] {
  const [before, last] = bands.slice(-2).map(taken);
  if (!before || !last || before.unit !== last.unit) return [];
  const [edge, points] = [last.edge - before.edge, last.points - before.points];
  if (edge === 0) return [];
  const plain = (value: number) => String(Number(value.toPrecision(10)));
  return Array.from({ length: MOST }, (_, i) => [last.edge + edge * (i + 1), last.points + points * (i + 1)] as const)
    .map(([e, p]) => ({ edge: `${plain(e)}${last.unit && ` ${last.unit}`}`, points: plain(p), fits: e >= 0 && p >= 0 }))
    .filter(({ fits }) => fits)
    .map(({ edge, points }) => ({ edge, points }));
}

function taken({ edge, points }: Band) {
  const { figure, unit } = figureOf(edge);
  try {
    return { edge: readNumber(figure).value, unit, points: readNumber(points).value };
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}
