import quantile from '@stdlib/stats-base-dists-normal-quantile';
import { CoreError } from '../shared/CoreError';
import { level as checkLevel, notNegative } from '../shared/check';

/** How far a team is, counted in meetings of its section. */
export interface Progress {
  /** Planned meetings, on the longest chain, of what is handed in, and meetings it took until the last hand-in. */
  done: number;
  spent: number;
  /** Planned meetings of what is left on the longest chain, and of the stage of it that is being worked on. */
  left: number;
  current: number;
  /** Meetings held so far. */
  held: number;
}
export interface Forecast {
  /** Meetings a planned meeting's work takes this team. */
  pace: number;
  /** How much of that comes from the team itself rather than from its class, 0 to 1. */
  ownShare: number;
  /** The meeting, counted from the first one of the plan, with which the team will be done; and in what range. */
  finish: number;
  interval: [number, number];
}

/** Variances of the pace, per planned meeting within a team, between teams, and of classes; the class plans as said. */
const WITHIN = 0.45;
const BETWEEN = 0.05;
const CLASSES = 0.04;
const PLANNED = 1;

/**
 * When a team will be done, from its own pace and that of its class (Bühlmann's credibility: Experience rating and
 * credibility, ASTIN Bulletin 1967). The pace of a team is Z·(spent/done) + (1 − Z)·m with Z = done/(done + within/between);
 * m is the pace of the class, drawn towards the plan in the same way. What is left takes left × pace, but the stage that is being worked on
 * ends with the next meeting at the earliest. The interval is that of a normal distribution whose variance is
 * left × within + left² × between × (1 − Z), widened by the whole meetings that stages take. The constants are round
 * figures for school projects; decision 0017 says how far off the forecast is.
 * @param teams all teams of the class, each as far as it is; the answer is in the same order.
 * @param level of the interval, default 0.8.
 * @throws CoreError for negative figures or a current stage larger than what is left.
 */
export function forecast(input: { teams: readonly Progress[]; level?: number }): Forecast[] {
  const level = input.level === undefined ? 0.8 : checkLevel(input.level);
  const z = quantile(0.5 + level / 2, 0, 1);
  input.teams.forEach(checkProgress);
  const done = input.teams.reduce((sum, one) => sum + one.done, 0);
  const spent = input.teams.reduce((sum, one) => sum + one.spent, 0);
  const classPace = credible(spent, done, PLANNED, WITHIN / CLASSES + BETWEEN / CLASSES).pace;
  return input.teams.map((team) => {
    const { pace, share } = credible(team.spent, team.done, classPace, WITHIN / BETWEEN);
    if (team.left === 0) return { pace, ownShare: share, finish: team.spent, interval: [team.spent, team.spent] };
    const least = team.held + 1 + (team.left - team.current) * pace;
    const finish = Math.max(team.spent + team.left * pace, least);
    const spread = z * Math.sqrt(team.left * WITHIN + team.left ** 2 * BETWEEN * (1 - share));
    const soonest = team.held + 1;
    return {
      pace,
      ownShare: share,
      finish: Math.round(finish),
      interval: [Math.max(soonest, Math.floor(finish - spread)), Math.max(soonest, Math.ceil(finish + spread))],
    };
  });
}

/** The pace seen, drawn towards the one expected by as much as `weight` planned meetings count. */
function credible(spent: number, done: number, expected: number, weight: number): { pace: number; share: number } {
  const share = done / (done + weight);
  return { pace: done > 0 ? share * (spent / done) + (1 - share) * expected : expected, share };
}

function checkProgress({ done, spent, left, current, held }: Progress): void {
  for (const [name, value] of Object.entries({ done, spent, left, current, held }))
    notNegative(value, `"${name}" of a team's progress`);
  if (current > left) throw new CoreError('The stage that is being worked on is larger than what is left.');
}
