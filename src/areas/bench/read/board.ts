import { summarise, type Better } from '@/core/bench';
import { runsUnder } from './atSettings';
import type { Iteration } from '@/areas/builds';
import type { Requirement } from '@/areas/brief';
import { convert } from '@/core/units';
import { groupBy } from '@/core/shared/groupBy';
import { memoize } from '@/core/shared/memoize';
import type { Protocol } from './protocols';
import type { RunGroup } from '@/areas/bench/read/run';

/** What an iteration reached under a protocol: the runs that count for it. */
export interface Reached {
  iterationId: string;
  number: number;
  /** When its newest run was made. */
  at: Date;
  values: readonly number[];
  mean: number;
  interval: readonly [number, number] | null;
  outlier: number | null;
}
/** How a team stands by a quantity. */
export interface BoardTeam {
  teamId: string;
  /** Its best iteration by the mean, or its newest where nobody has said what is good; null without a valid run. */
  best: Reached | null;
  /** Each that was the best so far when it was run, oldest first. */
  steps: readonly Reached[];
}

/**
 * What a mean lacks to be the best there could be, for ordering: as an event or a limit on one side has it, else its distance from the
 * target that a requirement names. null where nobody has said what is good.
 */
export function lackBy(
  better: Better | null,
  asked: readonly Pick<Requirement, 'kind' | 'value' | 'unit'>[],
  unit: string,
): ((mean: number) => number) | null {
  if (better !== null) return (mean) => (better === 'lower' ? mean : -mean);
  const targets = asked.filter(({ kind }) => kind === 'target');
  if (targets.length !== 1) return null;
  const target = convert({ value: targets[0]!.value!, from: targets[0]!.unit!, to: unit }).value;
  return (mean) => Math.abs(mean - target);
}

/**
 * How each team stands by a quantity: by means, as the best single run is luck as much as it is the design.
 * @param lack less is better; null: the newest iteration stands for its team
 */
export function boardOf(
  protocol: Protocol,
  iterations: readonly Iteration[],
  runs: readonly RunGroup[],
  teamIds: readonly string[],
  lack: ((mean: number) => number) | null,
): BoardTeam[] {
  const reached = reachedByTeams(protocol, iterations, runs);
  return teamIds.map((teamId) => {
    const steps = (reached.get(teamId) ?? []).reduce<Reached[]>((so, one) => {
      const last = so.at(-1);
      const ahead = !last || lack === null || lack(one.mean) < lack(last.mean);
      return ahead ? [...so, one] : so;
    }, []);
    return { teamId, best: steps.at(-1) ?? null, steps };
  });
}

/** What each team's iterations reached, oldest first; worked out once for the same rows, as many ask for them. */
const reachedByTeams = memoize(
  (protocol: Protocol, iterations: readonly Iteration[], runs: readonly RunGroup[]): ReadonlyMap<string, Reached[]> =>
    new Map(
      [...groupBy(iterations, ({ teamId }) => teamId)].map(([teamId, own]) => [
        teamId,
        own
          .flatMap((one) => reachedBy(protocol, one, runs) ?? [])
          .sort((a, b) => a.at.getTime() - b.at.getTime() || a.number - b.number),
      ]),
    ),
);

function reachedBy(protocol: Protocol, iteration: Iteration, runs: readonly RunGroup[]): Reached | null {
  const found = runsUnder(protocol, iteration.id, runs);
  if (!found) return null;
  const { valid, values } = found;
  const { mean, confidenceInterval, outliers } = summarise({ values });
  return {
    iterationId: iteration.id,
    number: iteration.number,
    at: new Date(Math.max(...valid.map(({ newest }) => newest.getTime()))),
    values,
    mean,
    interval: confidenceInterval,
    outlier: outliers[0]?.index ?? null,
  };
}
