import { assess, CoreError, type Formed, type Forming } from '@/core/teams';
import type { ProposedTeam } from '@/areas/course/read/forming';

/** A student as the board shows one. */
export interface Person {
  id: string;
  name: string;
  concept: string | null;
  wants: string[];
  roles: string[];
}
/** What teams of a section are formed from, all as plain values. */
export interface Given {
  people: Person[];
  sizes: { min: number; max: number };
  apart: [string, string][];
  together: [string, string][];
  rolesNeeded: string[];
  weights: { concept: number; wants: number; roles: number };
  /** Of each concept, the group of similar ones it is counted with. */
  groups: Record<string, string>;
}
export interface Assessment extends Formed {
  broken: { rule: string; ids: string[] }[];
}

/** What the core is asked; `grouped` counts similar ideas as one concept. */
export function formingOf(given: Given, grouped: boolean): Forming {
  const conceptOf = (id: string) => (grouped ? (given.groups[id] ?? id) : id);
  return {
    students: given.people.map(({ id, concept, wants, roles }) => ({
      id,
      ...(concept ? { concept: conceptOf(concept) } : {}),
      wants: wants.filter((one) => given.people.some((other) => other.id === one)),
      roles,
    })),
    sizes: given.sizes,
    keepApart: given.apart,
    keepTogether: given.together,
    rolesNeeded: given.rolesNeeded,
    weights: given.weights,
  };
}

/** The same with what is locked: locked members of a team stay together, those of different teams apart. */
export function withLocks(forming: Forming, teams: readonly ProposedTeam[], locked: ReadonlySet<string>): Forming {
  const held = teams.map(({ members }) => members.filter((id) => locked.has(id))).filter((team) => team.length > 0);
  const together = held.flatMap((team) => team.slice(1).map((id): [string, string] => [team[0]!, id]));
  const apart = held.flatMap((team, i) => held.slice(i + 1).map((other): [string, string] => [team[0]!, other[0]!]));
  return {
    ...forming,
    keepTogether: [...(forming.keepTogether ?? []), ...together],
    keepApart: [...(forming.keepApart ?? []), ...apart],
  };
}

/** What an arrangement costs and leaves unmet; a sentence when it can't be said. */
export function assessmentOf(forming: Forming, teams: readonly ProposedTeam[]): Assessment | string {
  try {
    return assess({ ...forming, teams: teams.map(({ members }) => members) });
  } catch (error) {
    if (error instanceof CoreError) return error.message;
    throw error;
  }
}

/**
 * The teams of an arrangement for whoever is in the section: who left is gone, and who is in no team stands in one more.
 */
export function seated(teams: readonly ProposedTeam[], { people }: Given): ProposedTeam[] {
  const known = teams.map((team) => ({
    ...team,
    members: team.members.filter((id) => people.some((one) => one.id === id)),
  }));
  const free = people.filter(({ id }) => !known.some(({ members }) => members.includes(id))).map(({ id }) => id);
  return free.length > 0 ? [...known, newTeam(known, free)] : known;
}

/** Puts a found arrangement into the teams there are, so that most people stay where they are and names keep their meaning. */
export function inPlaces(before: readonly ProposedTeam[], found: readonly (readonly string[])[]): ProposedTeam[] {
  const left = [...found];
  const take = (members: readonly string[]) => {
    left.splice(left.indexOf(members), 1);
    return [...members];
  };
  const kept = before.map(({ members }) => {
    const best = left.reduce<readonly string[] | null>(
      (most, one) => (shared(one, members) > (most ? shared(most, members) : 0) ? one : most),
      null,
    );
    return best && take(best);
  });
  const filled = before.map((team, i) => ({ ...team, members: kept[i] ?? (left[0] ? take(left[0]) : []) }));
  return left.reduce((teams, members) => [...teams, newTeam(teams, members)], filled);
}

const shared = (a: readonly string[], b: readonly string[]) => a.filter((id) => b.includes(id)).length;

/** Moves one person to another team; to the one behind the last makes a team. */
export function moved(teams: readonly ProposedTeam[], id: string, to: number): ProposedTeam[] {
  const room = to === teams.length ? [...teams, newTeam(teams, [])] : teams;
  return room.map((team, i) => {
    const rest = team.members.filter((one) => one !== id);
    return { ...team, members: i === to ? [...rest, id] : rest };
  });
}

/** A further team under a name that is free. */
function newTeam(teams: readonly ProposedTeam[], members: readonly string[]): ProposedTeam {
  const names = new Set(teams.map(({ name }) => name));
  let n = 1;
  while (names.has(`Team ${n}`)) n++;
  return { teamId: null, name: `Team ${n}`, members: [...members] };
}
