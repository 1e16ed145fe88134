import quantile from '@stdlib/stats-base-dists-normal-quantile';
import { CoreError } from '../shared/CoreError';
import { level as checkLevel, notNegative } from '../shared/check';

/** How far a team is, counted in meetings of its section. */
export interface Progress {
  /** Planned meetings, on the longest chain, of what is handed in, and meetings it took until the last hand-in. */
  done: number;
  spent: number;
  /** Of these, what came after the first half of the time; left out, everything counts the same. */
  recent?: { done: number; spent: number };
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

/** Variances of the pace, per planned meeting within a team, between teams, from now on, and of classes. */
const WITHIN = 0.32;
const BETWEEN = 0.04;
const DRIFT = 0.02;
const CLASSES = 0.04;
/** The class plans as said. */
const PLANNED = 1;
/** What lies further back says less of what is to come. */
const FADED = 0.6;
/** Work ends later than expected by more than it ends sooner; nobody does more than two planned meetings' work in one. */
const LATER = 1.4;
const SOONER = 0.7;
const FASTEST = 0.5;

/**
 * When a team will be done, from its own pace and that of its class (Bühlmann's credibility: Experience rating and
 * credibility, ASTIN Bulletin 1967). The pace of a team is Z·(spent/done) + (1 − Z)·m with Z = done/(done + within/between);
 * m is the pace of the class, drawn towards the plan in the same way; what is not recent counts for less in both. What is left
 * takes left × pace, but the stage that is being worked on ends with the next meeting at the earliest. The interval comes from
 * the variance pace² × (left × within + left² × (between × (1 − Z) + drift)), reaches further to the late side than to the
 * early one, and is widened by the whole meetings that stages take. The constants are round figures, set on simulated classes
 * of seven kinds; decision 0017 says how far off the forecast is and how often the interval holds in each.
 * @param teams all teams of the class, each as far as it is; the answer is in the same order.
 * @param level of the interval, default 0.8.
 * @throws CoreError for negative figures, a current stage larger than what is left, or more recent than there is.
 */
export function forecast(input: { teams: readonly Progress[]; level?: number }): Forecast[] {
  const level = input.level === undefined ? 0.8 : checkLevel(input.level);
  const z = quantile(0.5 + level / 2, 0, 1);
  input.teams.forEach(checkProgress);
  const seen = input.teams.map(faded);
  const done = seen.reduce((sum, one) => sum + one.done, 0);
  const spent = seen.reduce((sum, one) => sum + one.spent, 0);
  const classPace = credible(spent, done, PLANNED, (WITHIN + BETWEEN) / CLASSES).pace;
  return input.teams.map((team, i) => {
    const own = seen[i]!;
    const { pace, share } = credible(own.spent, own.done, classPace, WITHIN / BETWEEN);
    if (team.left === 0) return { pace, ownShare: share, finish: team.spent, interval: [team.spent, team.spent] };
    const [next, behind] = [team.held + 1, team.left - team.current];
    const finish = Math.max(team.spent + team.left * pace, next + behind * pace);
    const variance = team.left * WITHIN + team.left ** 2 * (BETWEEN * (1 - share) + DRIFT);
    const spread = z * pace * Math.sqrt(variance);
    const soonest = Math.ceil(next + behind * FASTEST);
    return {
      pace,
      ownShare: share,
      finish: Math.round(finish),
      interval: [
        Math.max(soonest, Math.floor(finish - SOONER * spread)),
        Math.max(soonest, Math.ceil(finish + LATER * spread)),
      ],
    };
  });
}

/** What a team has done, and the meetings for it, the older part counting for less. */
function faded({ done, spent, recent }: Progress): { done: number; spent: number } {
  if (!recent) return { done, spent };
  return {
    done: recent.done + FADED * (done - recent.done),
    spent: recent.spent + FADED * (spent - recent.spent),
  };
}

/** The pace seen, drawn towards the one expected by as much as `weight` planned meetings count. */
function credible(spent: number, done: number, expected: number, weight: number): { pace: number; share: number } {
  const share = done / (done + weight);
  return { pace: done > 0 ? share * (spent / done) + (1 - share) * expected : expected, share };
}

function checkProgress({ recent, ...figures }: Progress): void {
  const { done, spent, left, current } = figures;
  for (const [name, value] of Object.entries({ ...recent, ...figures }))
    notNegative(value, `"${name}" of a team's progress`);
  if (current > left) throw new CoreError('The stage that is being worked on is larger than what is left.');
  if (recent && (recent.done > done || recent.spent > spent))
    throw new CoreError('More is recent than there is altogether.');
}
