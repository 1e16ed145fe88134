import { groupBy } from '@/core/shared/groupBy';
import { memoize } from '@/core/shared/memoize';
import { meetingOf } from '@/core/calendar';
import type { Iteration } from '@/areas/builds';
import { meetingsOf, type Section, type Team } from '@/areas/course';
import { allowed, type Seat } from '@/server/access';

/** An iteration as a figure of its team shows it. */
export interface Surveyed {
  iteration: Iteration;
  /** The class meeting by which it was built, counted from 1. */
  meeting: number;
  /** What it is called here: its number, with its team where that is another one. */
  name: string;
}

/**
 * Some iterations with what they come from of other teams, as far as that may be seen: each at the class meeting by which it was
 * built. The teams are those of the project, `own` are of one of them.
 */
export function surveyed(
  { seat, teams, sections }: { seat: Seat; teams: readonly Team[]; sections: readonly Section[] },
  all: readonly Iteration[],
  own: readonly Iteration[],
): Surveyed[] {
  const parents = new Set(own.flatMap((one) => one.parents.map(({ id }) => id)));
  const others = all.filter((one) => parents.has(one.id) && !own.includes(one) && allowed(seat, 'iteration.read', one));
  return [...others, ...own].map((iteration) => {
    const team = teams.find(({ id }) => id === iteration.teamId);
    const of = own.includes(iteration) ? '' : `${team?.name ?? ''} `;
    return { iteration, name: `${of}${iteration.number}`, meeting: builtBy(iteration, team, sections) };
  });
}

/** The class meeting of its team by which an iteration was built. */
function builtBy({ builtOn }: Iteration, team: Team | undefined, sections: readonly Section[]): number {
  const section = sections.find(({ id }) => id === team?.sectionId);
  return section ? meetingOf(meetingsOf(section), builtOn) : 1;
}

/** The iterations of every team, each at its meeting, without what others' they come from; once for the same rows. */
export const surveyTeams = memoize(
  (iterations: readonly Iteration[], teams: readonly Team[], sections: readonly Section[]): Map<string, Surveyed[]> => {
    const byTeam = groupBy(iterations, ({ teamId }) => teamId);
    return new Map(
      teams.map((team) => {
        const own = (byTeam.get(team.id) ?? []).map((iteration) => ({
          iteration,
          name: String(iteration.number),
          meeting: builtBy(iteration, team, sections),
        }));
        return [team.id, own] as const;
      }),
    );
  },
);
