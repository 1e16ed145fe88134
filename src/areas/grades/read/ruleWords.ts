import type { GradeRule } from '@/core/rubric';
import { number, quantity } from '@/core/format';

/** How steps away from a target are counted. */
const AWAY = { completed: 'completed', started: 'started', proportional: 'away' } as const;

/** How an event's result becomes percent, in one sentence. */
export function ruleWords(rule: GradeRule | null, unit: string): string {
  const of = (value: number) => quantity(value, unit);
  const points = rule?.points;
  switch (points?.kind) {
    case 'bands': {
      const bands = points.bands.map(
        (one) =>
          `${one.atLeast === undefined ? 'at most' : 'from'} ${of(one.atLeast ?? one.atMost!)}: ${number(one.points)} %`,
      );
      return `Bands: ${bands.join(', ')}.`;
    }
    case 'linear': {
      const [[x0, p0], [x1, p1]] = [points.from, points.to];
      return `A straight line from ${number(p0)} % at ${of(x0)} to ${number(p1)} % at ${of(x1)}.`;
    }
    case 'deviation':
      return `${number(points.start)} % at ${of(rule!.target!)}, ${number(points.perStep)} % off for each ${of(points.step)} ${AWAY[points.count]}${points.overshoot ? `, ${number(points.overshoot)} % more beyond it` : ''}.`;
    case 'relative':
      return points.to === 'best'
        ? 'The share of this class’s best result.'
        : `The share of ${of(points.to)}; more than 100 % is possible without a cap.`;
    case 'place':
      return `By place: ${points.table.map((one) => `${number(one)} %`).join(', ')}.`;
    case 'value':
      return 'The result itself, as percent.';
    case undefined:
      return 'The points of the event out of the most it gives.';
  }
}
