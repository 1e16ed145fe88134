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
  before: 'slack' | 'used' | 'asked' | null;
}

/**
 * The order in which waiting teams get the next slots: the least slack in the schedule first, then the least time used so
 * far, then the earlier request (and for the very same moment the id, so that the order is always the same). A team without
 * a plan counts as having the most slack.
 */
export function inTurn(waiting: readonly Waiting[]): Turn[] {
  const slackOf = ({ slack }: Waiting) => slack ?? Infinity;
  const sorted = [...waiting].sort(
    (a, b) =>
      (slackOf(a) === slackOf(b) ? 0 : slackOf(a) - slackOf(b)) ||
      a.used - b.used ||
      compare(a.askedAt, b.askedAt) ||
      compare(a.id, b.id),
  );
  return sorted.map((one, i): Turn => {
    const next = sorted[i + 1];
    if (!next) return { ...one, before: null };
    if (slackOf(one) !== slackOf(next)) return { ...one, before: 'slack' };
    return { ...one, before: one.used === next.used ? 'asked' : 'used' };
  });
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
