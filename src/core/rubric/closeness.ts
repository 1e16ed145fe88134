import { levelAt, type Level } from './levels';

/**
 * How far above or below the agreed points somebody is, in words: in levels, or quarters of a plain scale.
 * @param given in points
 * @param agreed in points
 */
export function closeness(criterion: { levels: readonly Level[]; max: number }, given: number, agreed: number): string {
  const apart = levelAt(given, criterion.levels, criterion.max) - levelAt(agreed, criterion.levels, criterion.max);
  const size = Math.abs(apart);
  if (size < 0.25) return 'the same as agreed';
  const much = size < 0.75 ? 'half a level' : size < 1.5 ? 'a level' : `${Math.round(size)} levels`;
  return `${much} ${apart > 0 ? 'milder' : 'stricter'} than agreed`;
}
