import type { Problem } from './problem';

/** A wish that an arrangement does not meet. `role` says which one nobody of the team offers. */
export interface Unmet {
  kind: 'concept' | 'wants' | 'roles';
  /** concept: the student; wants: who wishes, for whom; roles: the members of the team. */
  ids: string[];
  role?: string;
}

/** What one team adds to the cost. */
export function costOfTeam(problem: Problem, team: readonly number[]): number {
  const { concept, wants, offers, rolesNeeded, weights } = problem;
  let [wished, met, withConcept, most] = [0, 0, 0, 0];
  for (const one of team) {
    wished += wants[one]!.length;
    for (const other of wants[one]!) if (team.includes(other)) met++;
    if (concept[one]! < 0) continue;
    withConcept++;
    let same = 0;
    for (const other of team) if (concept[other] === concept[one]) same++;
    if (same > most) most = same;
  }
  let missing = 0;
  for (let role = 0; role < rolesNeeded.length; role++) if (!team.some((one) => offers[one]![role])) missing++;
  return weights.concept * (withConcept - most) + weights.wants * (wished - met) + weights.roles * missing;
}

/** What one team leaves unmet. Of concepts that are equally common, the first member's counts as the team's. */
export function unmetOf({ ids, concept, wants, offers, rolesNeeded }: Problem, team: readonly number[]): Unmet[] {
  const count = (which: number) => team.filter((one) => concept[one] === which).length;
  const common = team.reduce((best, one) => {
    const which = concept[one]!;
    return which >= 0 && (best < 0 || count(which) > count(best)) ? which : best;
  }, -1);
  const other = team.filter((one) => concept[one]! >= 0 && concept[one] !== common);
  return [
    ...other.map((one): Unmet => ({ kind: 'concept', ids: [ids[one]!] })),
    ...team.flatMap((one) =>
      wants[one]!.filter((whom) => !team.includes(whom)).map((whom): Unmet => ({
        kind: 'wants',
        ids: [ids[one]!, ids[whom]!],
      })),
    ),
    ...rolesNeeded
      .filter((_, role) => !team.some((one) => offers[one]![role]))
      .map((role): Unmet => ({ kind: 'roles', ids: team.map((one) => ids[one]!), role })),
  ];
}
