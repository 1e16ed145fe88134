import { minutesOf, type Turn } from '@/core/bookings';
import { plural } from '@/core/format';
import { slackOf } from '@/areas/plan/shared/words';

/** How a waiting team stands in the schedule. */
export function slackWords({ slack }: Pick<Turn, 'slack'>): string {
  if (slack === null) return 'no plan';
  return slack < 0 ? `${plural(-slack, 'meeting')} behind` : slackOf(slack);
}

/** What puts a team before the next one. */
export function turnWords({ before }: Pick<Turn, 'before'>): string {
  if (before === null) return '';
  return {
    slack: 'less slack in the schedule',
    turn: 'three uses fewer',
    used: 'less time used',
    asked: 'the earlier request',
  }[before];
}

/** Minutes of the day at which a use ends. */
export function endsAt(start: string, minutes: number): number {
  return minutesOf(start) + minutes;
}
