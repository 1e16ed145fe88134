/** A team that waits for a machine. */
export interface Waiting {
  id: string;
  team: string;
  /** Meetings to spare in the schedule; negative when it is behind, null without a plan. */
  slack: number | null;
  /** Minutes of this machine used or booked so far. */
  used: number;
  /** ISO time of the request. */
  askedAt: string;
}
export interface Turn extends Waiting {
  /** What puts it before the next one; null for the last. */
  before: 'slack' | 'turn' | 'used' | 'asked' | null;
}

/** How many uses more than a team that waits another may have had before it has to wait behind it. */
const MOST_AHEAD = 3;

/**
 * The order in which waiting teams get the next slots: the least slack in the schedule first, then the least time used so
 * far, then the earlier request (and for the very same moment the id, so that the order is always the same). A team without
 * a plan counts as having the most slack. A team that has had three uses more than another one goes behind it whatever its
 * slack, so that nobody waits for ever behind a team that stays behind.
 * `useMinutes` is how long one use of the machine takes.
 */
export function inTurn(waiting: readonly Waiting[], useMinutes: number): Turn[] {
  const bySchedule = [...waiting].sort(
    (a, b) =>
      (slackOf(a) === slackOf(b) ? 0 : slackOf(a) - slackOf(b)) ||
      a.used - b.used ||
      compare(a.askedAt, b.askedAt) ||
      compare(a.id, b.id),
  );
  const order: Turn[] = [];
  for (let left = bySchedule; left.length > 0;) {
    const least = left.reduce((least, { used }) => Math.min(least, used), Infinity);
    const next = left.find(({ used }) => used < least + MOST_AHEAD * useMinutes)!;
    left = left.filter((one) => one !== next);
    order.push({ ...next, before: null });
  }
  return order.map((one, i) => ({ ...one, before: reasonBefore(one, order[i + 1]) }));
}

const slackOf = ({ slack }: Waiting) => slack ?? Infinity;

function reasonBefore(one: Waiting, next: Waiting | undefined): Turn['before'] {
  if (!next) return null;
  if (slackOf(one) !== slackOf(next)) return slackOf(one) < slackOf(next) ? 'slack' : 'turn';
  return one.used === next.used ? 'asked' : 'used';
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
