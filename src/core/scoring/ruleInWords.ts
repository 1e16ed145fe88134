import type { EventRule, PointsRule } from './rule';

const COUNTS: Record<EventRule['attempts']['use'], string> = {
  best: 'the best counts',
  worst: 'the worst counts',
  mean: 'their mean counts',
  median: 'their median counts',
  last: 'the last counts',
  sum: 'they are added up',
  'mean-of-best': 'the mean of the best counts',
};
const STEPS = { completed: 'completed', started: 'started', proportional: '(in proportion)' };

/**
 * A rule in one sentence that a class understands: how many attempts, which counts, what is better, how it becomes points.
 * `unit` is that of the values; what a formula makes of them has none.
 * @example ruleInWords(rule, 'm') // "3 attempts, the best counts. Nearest to 2 m is better. 100 points, 8 off for each 0.05 m started."
 */
export function ruleInWords(rule: EventRule, unit: string): string {
  const { attempts, better, target, value } = rule;
  const figure = (x: number) => (value === undefined ? `${x} ${unit}` : String(x));
  const many = attempts.allowed === 1 ? '1 attempt' : `${attempts.allowed} attempts`;
  const mean = attempts.use === 'mean-of-best' ? `the mean of the best ${attempts.count} counts` : COUNTS[attempts.use];
  const scored = value === undefined ? '' : ` What counts is ${value}.`;
  const goal = better === 'nearest' ? `Nearest to ${figure(target!)}` : better === 'higher' ? 'More' : 'Less';
  return `${many}${attempts.allowed === 1 ? '' : `, ${mean}`}.${scored} ${goal} is better. ${pointsInWords(rule.points, figure)}`;
}

function pointsInWords(points: PointsRule, figure: (x: number) => string): string {
  switch (points.kind) {
    case 'bands':
      return `Points in ${points.bands.length} steps, up to ${Math.max(...points.bands.map((band) => band.points))}.`;
    case 'linear': {
      const [[a, p], [b, q]] = [points.from, points.to];
      return `${p} points at ${figure(a)}, ${q} at ${figure(b)}, on a straight line between.`;
    }
    case 'deviation': {
      const over = points.overshoot ? `, ${points.overshoot} more for overshooting` : '';
      return `${points.start} points, ${points.perStep} off for each ${figure(points.step)} ${STEPS[points.count]}${over}.`;
    }
    case 'relative':
      return points.to === 'best'
        ? `The best gets ${points.max} points, the others their share of it.`
        : `${figure(points.to)} gets ${points.max} points, others their share of it.`;
    case 'place':
      return `Points by place: ${points.table.slice(0, 4).join(', ')}${points.table.length > 4 ? ' …' : ''}.`;
    case 'value':
      return 'The value itself is the points.';
  }
}
