import { plural, weekday } from '@/core/format';
import type { WayToFit } from '@/core/reviews';
import type { FindingKind, Review, RunningOrder, Slot } from '@/areas/reviews/read/reviews';
import type { ReviewVerdict } from '@/core/gates';

export const FINDING_WORD: Record<FindingKind, string> = {
  must: 'must mend',
  should: 'should mend',
  note: 'note',
  good: 'good',
};
export const FINDING_TONE: Record<FindingKind, string> = {
  must: 'text-brick',
  should: 'text-ochre',
  note: 'text-ink',
  good: 'text-moss',
};
export const REVIEW_VERDICT: Record<ReviewVerdict, string> = {
  proceed: 'proceed',
  conditions: 'proceed with conditions',
  repeat: 'repeat',
};
export const VERDICT_TONE = { proceed: 'text-moss', conditions: 'text-ochre', repeat: 'text-brick' } as const;

/** What would let every team be heard, as a sentence. */
export function wayWords({ kind, value }: WayToFit, review: Pick<Review, 'minutes' | 'meetings' | 'panels'>): string {
  switch (kind) {
    case 'minutes':
      return `${value} min for each team instead of ${review.minutes}`;
    case 'meetings':
      return `${plural(value, 'class meeting')} instead of ${review.meetings.length}`;
    case 'panels':
      return `${value} panels at the same time instead of ${review.panels}`;
    case 'teams':
      return `the first ${plural(value, 'team')} only; the others in another review`;
  }
}

/** Whether a plan fits, in a sentence. */
export function fitWords(order: Pick<RunningOrder, 'fits' | 'left' | 'slots'>, meetings: number): string {
  if (order.slots.length + order.left.length === 0) return 'No team yet.';
  if (order.fits)
    return `Fits: ${plural(order.slots.length, 'team')} in ${plural(new Set(order.slots.map((one) => one.date)).size, 'class meeting')}.`;
  return `Does not fit: ${plural(order.left.length, 'team has', 'teams have')} no time in ${plural(meetings, 'class meeting')}.`;
}

/** How far a team's part of a review is. */
export function stateOf({
  begunAt,
  endedAt,
  verdict,
}: Pick<Slot, 'begunAt' | 'endedAt' | 'verdict'>): 'on' | 'held' | 'planned' {
  if (begunAt !== null && endedAt === null) return 'on';
  return endedAt !== null || verdict !== null ? 'held' : 'planned';
}

/** "Mon 26 Oct and Wed 28 Oct" */
export function daysWords(meetings: readonly string[]): string {
  const days = [...new Set(meetings.map((key) => key.slice(0, 10)))].map(weekday);
  return days.length > 3 ? `${days[0]} to ${days.at(-1)}` : days.join(' and ');
}
