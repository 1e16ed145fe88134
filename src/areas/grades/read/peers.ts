import { peerFactor, type PeerFactor, type PeerWarning } from '@/core/rubric';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import type { Member, Team } from '@/areas/course';

export interface PeerQuestion {
  text: string;
  /** What 1 to 5 look like, from the lowest up. */
  anchors: string[];
}
export interface PeerRound {
  id: string;
  name: string;
  questions: PeerQuestion[];
  low: number;
  high: number;
  minimumRaters: number;
  isOpen: boolean;
  version: number;
}
export interface PeerRating {
  id: string;
  roundId: string;
  teamId: string;
  fromId: string;
  toId: string;
  answers: number[];
  remark: string;
  version: number;
}

export const listPeerRounds = remembered(async (sql: Sql, projectId: string): Promise<PeerRound[]> => {
  return sql<PeerRound[]>`
    select id, name, questions, low, high, minimum_raters, is_open, version from peer_round
    where project_id = ${projectId} order by created_at, id`;
});

/** Everything that members said of each other: for whoever leads the project alone. */
export const listPeerRatings = remembered(async (sql: Sql, projectId: string): Promise<PeerRating[]> => {
  return sql<PeerRating[]>`
    select id, round_id, team_id, from_id, to_id, answers, remark, version from peer_rating
    where project_id = ${projectId} order by created_at, id`;
});

/** What one person has answered so far: for that person. */
export async function listOwnRatings(sql: Sql, projectId: string, accountId: string): Promise<PeerRating[]> {
  return sql<PeerRating[]>`
    select id, round_id, team_id, from_id, to_id, answers, remark, version from peer_rating
    where project_id = ${projectId} and from_id = ${accountId} order by created_at, id`;
}

/** The factors of one team, members by their account. */
export interface TeamFactors {
  team: Team;
  members: Member[];
  factors: PeerFactor[];
  warnings: (PeerWarning | { kind: 'all-full'; members: string[] })[];
  answered: number;
}

/** The factors of every team in a round: the mean of a rating's answers is its value. */
export function factorsOf(
  round: PeerRound,
  ratings: readonly PeerRating[],
  teams: readonly Team[],
  members: readonly Member[],
): TeamFactors[] {
  return teams.flatMap((team): TeamFactors[] => {
    const own = members.filter((one) => one.teamId === team.id && one.leftOn === null);
    if (own.length < 2) return [];
    const ids = new Set(own.map((one) => one.accountId));
    const given = ratings.filter((one) => one.roundId === round.id && ids.has(one.fromId) && ids.has(one.toId));
    const { factors, warnings } = peerFactor({
      members: [...ids],
      ratings: given.map((one) => ({ from: one.fromId, to: one.toId, value: meanOf(one.answers) })),
      bounds: [round.low, round.high],
      // A team of two has one rater each; more are asked for only where there can be more.
      minimumRaters: Math.min(round.minimumRaters, own.length - 1),
    });
    const others = given.filter((one) => one.fromId !== one.toId);
    const most = round.questions.length > 0 && others.length > 0 && others.every((one) => meanOf(one.answers) === 5);
    const raters = new Set(others.map((one) => one.fromId)).size;
    return [
      {
        team,
        members: own,
        factors,
        warnings: [...warnings, ...(most && raters > 1 ? [{ kind: 'all-full' as const, members: [...ids] }] : [])],
        answered: raters,
      },
    ];
  });
}

const meanOf = (answers: readonly number[]): number => answers.reduce((sum, one) => sum + one, 0) / answers.length;

/** A team's warnings as sentences, with the members' names. */
export function warningWords({ warnings, members }: TeamFactors): string[] {
  const name = (id: string) => members.find((one) => one.accountId === id)?.name ?? 'somebody';
  const of = (kind: string) => warnings.filter((one) => one.kind === kind).flatMap((one) => one.members.map(name));
  const silent = of('no-answer');
  const few = of('few');
  const pairs = warnings.filter((one) => one.kind === 'collusion').map((one) => one.members.map(name).join(' and '));
  return [
    ...(silent.length ? [`No answer yet from ${silent.join(', ')}.`] : []),
    ...(few.length ? [`Too few answers about ${few.join(', ')} to rest a factor on.`] : []),
    ...pairs.map((pair) => `${pair} rate each other well above what the others see in both. Ask before you use it.`),
    ...(warnings.some((one) => one.kind === 'all-full')
      ? ['Everybody gives everybody full marks, so this tells nobody apart.']
      : []),
  ];
}
