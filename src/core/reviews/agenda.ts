import { CoreError } from '../shared/CoreError';
import { filled, notNegative, whole } from '../shared/check';

/** A point of an agenda with its share of the time, in minutes. */
export interface AgendaItem {
  title: string;
  minutes: number;
}

/**
 * Fits an agenda to the minutes there are: each point gets its share in whole minutes and at least one, the largest remainders
 * first (Hamilton's method), so that they add up to the minutes exactly; of equal remainders the earlier point.
 * @throws CoreError for no point, a point without minutes, or fewer minutes than points.
 * @example fitAgenda([{ title: 'Evidence', minutes: 4 }, { title: 'Verdict', minutes: 1 }], 10) // 8 and 2
 */
export function fitAgenda(items: readonly AgendaItem[], minutes: number): AgendaItem[] {
  filled(items, 'The agenda');
  const there = whole(minutes, 'The minutes of a team', 1);
  if (there < items.length)
    throw new CoreError(`${items.length} points of the agenda don't fit in ${there} minutes; each needs one.`);
  for (const { title, minutes: own } of items)
    if (notNegative(own, `The minutes of “${title}”`) === 0) throw new CoreError(`“${title}” needs minutes above 0.`);
  const sum = items.reduce((total, one) => total + one.minutes, 0);
  const spare = there - items.length;
  // Beyond the minute that each has, the rest is shared out by what a point's share exceeds it.
  const shares = items.map((one) => Math.max(0, (one.minutes / sum) * there - 1));
  const over = shares.reduce((total, one) => total + one, 0);
  const exact = shares.map((share) => (over === 0 ? 0 : (share / over) * spare));
  const given = exact.map((share) => Math.floor(share + 1e-9));
  const left = spare - given.reduce((total, one) => total + one, 0);
  const byRemainder = exact.map((share, at) => ({ at, rest: share - given[at]! }));
  byRemainder.sort((a, b) => (Math.abs(b.rest - a.rest) > 1e-9 ? b.rest - a.rest : a.at - b.at));
  for (const { at } of byRemainder.slice(0, left)) given[at]!++;
  return items.map(({ title }, at) => ({ title, minutes: given[at]! + 1 }));
}

/**
 * Where a review is after some minutes: which point it should be at, and how many minutes that point and the whole have left;
 * negative once they are over. The end of a point belongs to the next one.
 */
export function agendaAt(
  items: readonly AgendaItem[],
  elapsed: number,
): { at: number; leftOfPoint: number; left: number } {
  filled(items, 'The agenda');
  const total = items.reduce((sum, one) => sum + one.minutes, 0);
  let until = 0;
  for (const [at, one] of items.entries()) {
    until += one.minutes;
    if (elapsed < until) return { at, leftOfPoint: until - elapsed, left: total - elapsed };
  }
  return { at: items.length - 1, leftOfPoint: total - elapsed, left: total - elapsed };
}
