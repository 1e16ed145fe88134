import type { EventRule } from './rule';

/**
 * The most points that an event's rule can give, before penalties; null when it has no top: where the value itself counts,
 * or where a team can be better than the number it is compared with.
 * @example mostPoints({ points: { kind: 'linear', from: [12, 0], to: [7, 100] } }) // 100
 */
export function mostPoints({ points }: Pick<EventRule, 'points'>): number | null {
  switch (points.kind) {
    case 'bands':
      return Math.max(...points.bands.map((band) => band.points));
    case 'linear':
      return Math.max(points.from[1], points.to[1]);
    case 'deviation':
      return points.start;
    case 'relative':
      return points.to === 'best' ? points.max : null;
    case 'place':
      return Math.max(...points.table);
    case 'value':
      return null;
  }
}
