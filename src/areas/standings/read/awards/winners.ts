import { best } from '@/core/ranking';
import { number, plural, quantity } from '@/core/format';
import { convert } from '@/core/units';
import type { Sql } from '@/db/connection';
import { listQuantities, listRunGroups, type RunGroup } from '@/areas/bench';
import { listIterations } from '@/areas/builds';
import type { DayContest, EventResults } from '@/areas/event';
import { loadStandings, type Standings } from '@/areas/standings/read/standings';
import type { Project } from '@/server/access';
import { countVotes, listAwards, listPredictions, type Award, type Prediction } from '@/areas/standings/read/awards';

/** An award with who gets it and why, or what is missing. */
export interface JudgedAward {
  award: Award;
  winners: { teamId: string; because: string }[];
  lacks: string | null;
}
interface Given {
  standings: Standings;
  contests: readonly DayContest[];
  predictions: readonly Prediction[];
  votes: ReadonlyMap<string, number>;
  better: ReadonlyMap<string, { teamId: string; from: number; to: number; unit: string }[]>;
}

/** Every award with who gets it: nobody hands one out by memory. */
export async function loadAwards(sql: Sql, project: Project, contests: readonly DayContest[]): Promise<JudgedAward[]> {
  const [awards, standings, predictions, votes] = await Promise.all([
    listAwards(sql, project.id),
    loadStandings(sql, project, null),
    listPredictions(sql, project.id),
    countVotes(sql, project.id),
  ]);
  const better = awards.some(({ rule }) => rule.of === 'improvement')
    ? await loadImprovements(sql, project.id, standings.events)
    : new Map();
  return awards.map((award) => ({ award, ...judged(award, { standings, contests, predictions, votes, better }) }));
}

function judged({ rule }: Award, given: Given): Omit<JudgedAward, 'award'> {
  const { standings, contests, predictions, votes, better } = given;
  const found = (winners: JudgedAward['winners'], lacks: string): Omit<JudgedAward, 'award'> => ({
    winners,
    lacks: winners.length > 0 ? null : lacks,
  });
  switch (rule.of) {
    case 'standings':
      return found(
        standings.table
          .filter(({ place }) => place === rule.place)
          .map(({ teamId, total }) => ({ teamId, because: `${number(total, 1)} points in the standings` })),
        `nobody has place ${rule.place} in the standings yet`,
      );
    case 'event': {
      const event = standings.events.find((one) => one.event.id === rule.eventId);
      return found(
        (event?.results ?? [])
          .filter(({ place }) => place === rule.place)
          .map(({ teamId, points }) => ({ teamId, because: `${number(points, 1)} points in ${event!.event.name}` })),
        event ? `nobody has place ${rule.place} in ${event.event.name} yet` : 'its event is gone',
      );
    }
    case 'contest': {
      const one = contests.find(({ contest }) => contest.id === rule.contestId);
      if (!one?.stand) return found([], 'its contest is not played yet');
      if (!one.over) return found([], `${one.contest.name} is not over yet`);
      return found(
        one.stand.played.places
          .filter(({ place }) => place === rule.place)
          .map(({ team }) => ({ teamId: team, because: `place ${rule.place} in ${one.contest.name}` })),
        `nobody has place ${rule.place} in ${one.contest.name}`,
      );
    }
    case 'rubric': {
      const grades = standings.grades.find((one) => one.rubric.id === rule.rubricId);
      const top = best(grades?.results ?? [], ({ mean }) => mean, 'higher');
      return found(
        top.map(({ team, mean }) => ({ teamId: team, because: `${number(mean, 1)} points in ${grades!.rubric.name}` })),
        'nobody has scored it yet',
      );
    }
    case 'improvement': {
      const event = standings.events.find((one) => one.event.id === rule.eventId);
      if (!event) return found([], 'its event is gone');
      const gain = ({ from, to }: { from: number; to: number }) => gainOf(from, to, event.event.rule);
      const top = best(better.get(rule.eventId) ?? [], gain, 'higher').filter((one) => gain(one)! > 0);
      return found(
        top.map(({ teamId, from, to, unit }) => ({
          teamId,
          because: `from ${quantity(from, unit)} to ${quantity(to, unit)}, ${number(gain({ from, to })! * 100, 0)} % better`,
        })),
        'no team has run with two iterations yet',
      );
    }
    case 'prediction':
      return found(
        closest(rule.eventId, standings.events, predictions),
        'no team with a result has said what it expects',
      );
    case 'audience': {
      const top = best([...votes], ([, count]) => count, 'higher');
      return found(
        top.map(([teamId, count]) => ({ teamId, because: `${plural(count, 'vote')} from the audience` })),
        'nobody has voted yet',
      );
    }
    case 'hand':
      return found([{ teamId: rule.teamId, because: rule.why }], '');
  }
}

/** By which share a result got better: towards the target where there is one. null where it started from nothing. */
export function gainOf(
  from: number,
  to: number,
  { better, target }: { better: 'higher' | 'lower' | 'nearest'; target?: number },
): number | null {
  if (better === 'nearest') {
    const [was, is] = [Math.abs(from - (target ?? 0)), Math.abs(to - (target ?? 0))];
    return was === 0 ? null : (was - is) / was;
  }
  return from === 0 ? null : (better === 'higher' ? to - from : from - to) / Math.abs(from);
}

/** Whose counted result lies closest to what the team said before, as a share of the result. */
function closest(
  eventId: string,
  events: readonly EventResults[],
  predictions: readonly Prediction[],
): JudgedAward['winners'] {
  const event = events.find((one) => one.event.id === eventId);
  const off = predictions
    .filter((one) => one.eventId === eventId)
    .flatMap(({ teamId, value, unit }) => {
      const counted = event?.results.find((one) => one.teamId === teamId)?.counted;
      return counted == null || counted === 0
        ? []
        : [{ teamId, value, unit, counted, off: Math.abs(value - counted) / Math.abs(counted) }];
    });
  return best(off, (one) => one.off, 'lower').map(({ teamId, value, unit, counted, off: share }) => ({
    teamId,
    because: `said ${quantity(value, unit)}, made ${quantity(counted, unit)}: ${number(share * 100, 1)} % off`,
  }));
}

/** By event and team: the mean of the first iteration that ran under its protocol, and of the last, in the protocol's unit. */
async function loadImprovements(
  sql: Sql,
  projectId: string,
  events: readonly EventResults[],
): Promise<Given['better']> {
  const [groups, iterations, quantities] = await Promise.all([
    listRunGroups(sql, projectId),
    listIterations(sql, projectId),
    listQuantities(sql, projectId),
  ]);
  const unitOf = (id: string) => quantities.find(({ quantityId }) => quantityId === id)?.unit;
  const mean = ({ values, unit }: RunGroup, to: string) =>
    convert({ value: values.reduce((sum, one) => sum + one, 0) / values.length, from: unit, to }).value;
  return new Map(
    events.map(({ event }) => {
      const unit = unitOf(event.quantityId);
      const own = groups.filter(({ quantityId, values }) => quantityId === event.quantityId && values.length > 0);
      const teams = [...new Set(iterations.map(({ teamId }) => teamId))];
      const rows = teams.flatMap((teamId) => {
        const ran = iterations
          .filter((one) => one.teamId === teamId)
          .flatMap(({ id, number: n }) => {
            const all = own.filter(({ iterationId }) => iterationId === id);
            return all.length > 0 && unit ? [{ n, value: mean(all.at(-1)!, unit) }] : [];
          })
          .sort((a, b) => a.n - b.n);
        const [first, last] = [ran[0], ran.at(-1)];
        return first && last && first.n < last.n ? [{ teamId, from: first.value, to: last.value, unit: unit! }] : [];
      });
      return [event.id, rows] as const;
    }),
  );
}
