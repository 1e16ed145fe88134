import { assess, CoreError, type Formed, type Forming } from '@/core/teams';

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
export interface Standing extends Formed {
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
export function withLocks(
  forming: Forming,
  teams: readonly (readonly string[])[],
  locked: ReadonlySet<string>,
): Forming {
  const held = teams.map((team) => team.filter((id) => locked.has(id))).filter((team) => team.length > 0);
  const together = held.flatMap((team) => team.slice(1).map((id): [string, string] => [team[0]!, id]));
  const apart = held.flatMap((team, i) => held.slice(i + 1).map((other): [string, string] => [team[0]!, other[0]!]));
  return {
    ...forming,
    keepTogether: [...(forming.keepTogether ?? []), ...together],
    keepApart: [...(forming.keepApart ?? []), ...apart],
  };
}

/** What an arrangement costs and leaves unmet; a sentence when it can't be said. */
export function standingOf(forming: Forming, teams: readonly (readonly string[])[]): Standing | string {
  try {
    return assess({ ...forming, teams });
  } catch (error) {
    if (error instanceof CoreError) return error.message;
    throw error;
  }
}

/** Puts a found arrangement into the teams there are, so that most people stay where they are and names keep their meaning. */
export function inPlaces(before: readonly (readonly string[])[], found: readonly (readonly string[])[]): string[][] {
  const left = [...found];
  const placed = before.map((team) => {
    const best = left.reduce<readonly string[] | null>(
      (most, one) => (shared(one, team) > (most ? shared(most, team) : 0) ? one : most),
      null,
    );
    if (best) left.splice(left.indexOf(best), 1);
    return best;
  });
  const filled = placed.map((team) => [...(team ?? left.shift() ?? [])]);
  return [...filled, ...left.map((team) => [...team])];
}

const shared = (a: readonly string[], b: readonly string[]) => a.filter((id) => b.includes(id)).length;

/** Moves one person to another team. */
export function moved(teams: readonly (readonly string[])[], id: string, to: number): string[][] {
  return teams.map((team, i) => {
    const rest = team.filter((one) => one !== id);
    return i === to ? [...rest, id] : rest;
  });
}
