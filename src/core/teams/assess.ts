import { CoreError } from '../shared/CoreError';
import { inWords, type Formed } from './form';
import { problemOf, type Forming, type Problem } from './problem';

/** A hard rule that an arrangement breaks, with the people concerned. */
export interface Broken {
  rule: 'size' | 'keep apart' | 'keep together';
  ids: string[];
}

/**
 * Says what an arrangement made by hand costs, what it leaves unmet and which hard rules it breaks; empty teams are left
 * out. The cost is that of {@link form}.
 * @throws CoreError as form does for input that makes no sense, for a student in no team or in two, or one it does not know.
 * @example assess({ students: [{ id: 'a' }, { id: 'b' }], sizes: { min: 2, max: 2 }, teams: [['a'], ['b']] }).broken.length // 2
 */
export function assess(input: Forming & { teams: readonly (readonly string[])[] }): Formed & { broken: Broken[] } {
  const problem = problemOf(input);
  const at = new Map(problem.ids.map((id, i) => [id, i]));
  const seen = new Set<string>();
  const teams = input.teams.map((team) =>
    team.map((id) => {
      const index = at.get(id);
      if (index === undefined) throw new CoreError(`${id} is not among the students.`);
      if (seen.has(id)) throw new CoreError(`${id} is in two teams.`);
      seen.add(id);
      return index;
    }),
  );
  const lost = problem.ids.find((id) => !seen.has(id));
  if (lost !== undefined) throw new CoreError(`${lost} is in no team.`);
  return {
    ...inWords(problem, teams),
    broken: brokenOf(
      problem,
      teams.filter((team) => team.length > 0),
    ),
  };
}

function brokenOf({ ids, min, max, apart, blocks }: Problem, teams: readonly (readonly number[])[]): Broken[] {
  const named = (list: readonly number[]) => list.map((one) => ids[one]!);
  return [
    ...teams
      .filter((team) => team.length < min || team.length > max)
      .map((team): Broken => ({ rule: 'size', ids: named(team) })),
    ...teams.flatMap((team) =>
      team.flatMap((one) =>
        team
          .filter((other) => one < other && apart[one]!.has(other))
          .map((other): Broken => ({ rule: 'keep apart', ids: named([one, other]) })),
      ),
    ),
    ...blocks
      .filter((block) => !teams.some((team) => block.every((one) => team.includes(one))))
      .map((block): Broken => ({ rule: 'keep together', ids: named(block) })),
  ];
}
