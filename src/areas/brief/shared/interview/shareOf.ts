import type { Question } from '@/areas/brief/read/interview';

/** Minutes for a question without its own: an equal share, in half minutes, of what the others leave of the visit. */
export function shareOf(minutes: number, questions: Pick<Question, 'mergedInto' | 'hidden' | 'minutes'>[]): number {
  const asked = questions.filter((one) => !one.mergedInto && !one.hidden);
  const open = asked.filter((one) => one.minutes === null);
  const given = asked.reduce((sum, one) => sum + (one.minutes ?? 0), 0);
  return open.length ? Math.max(0.5, Math.floor((Math.max(0, minutes - given) / open.length) * 2) / 2) : 0;
}
