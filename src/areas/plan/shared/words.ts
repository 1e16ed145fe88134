import { plural } from '@/core/format';
import type { TeamPace } from '@/areas/plan/read/pace';

/** What a plan or a team has left over, in one word everywhere: "no slack", "3 meetings of slack". */
export const slackOf = (meetings: number): string =>
  meetings === 0 ? 'no slack' : `${plural(meetings, 'meeting')} of slack`;

/** What the class plan leaves: "is 2 meetings short", "leaves no slack", "leaves 3 meetings of slack". */
export const leavesWords = (slack: number): string =>
  slack < 0 ? `is ${plural(-slack, 'meeting')} short` : `leaves ${slackOf(slack)}`;

/** How a team stands: "2 meetings behind", "no slack", "1 meeting of slack", "all handed in". */
export function standsAt({ behind, done, stages }: TeamPace): string {
  if (done === stages) return 'all handed in';
  if (behind > 0) return `${plural(behind, 'meeting')} behind`;
  return slackOf(-behind);
}

/** The stage a team is at: "First prototype, meeting 2 of 4", "First prototype, meeting 6, planned 4". */
export function stageWords({ current, meetingOf: [k, n] }: TeamPace): string {
  if (!current) return 'nothing left';
  return k <= n ? `${current.name}, meeting ${k} of ${n}` : `${current.name}, meeting ${k}, planned ${n}`;
}

/** The forecast against the last meeting before the event: "1 late", "2 early", "just in time". */
export function earlyWords(early: number): string {
  if (early < 0) return `${plural(-early, 'meeting')} late`;
  return early === 0 ? 'just in time' : `${plural(early, 'meeting')} early`;
}

/** The stage that most of these teams are at; the earlier one of two. */
export function stageNow(paces: readonly TeamPace[]): string | null {
  const counts = new Map<string, number>();
  for (const { current } of paces) if (current) counts.set(current.name, (counts.get(current.name) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null;
}
