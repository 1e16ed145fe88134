import { alikeFindings, type Worded } from './alike';

export interface FoundInTeam extends Worded {
  team: string;
  /** Good is no fault, and shows who has it solved. */
  kind: 'must' | 'should' | 'note' | 'good';
  /** Closed with evidence. */
  mended: boolean;
}
/** What several teams were told. */
export interface Recurring {
  /** The findings, in the order given; the first one's words stand for all. */
  findings: string[];
  text: string;
  about: string;
  /** The teams, each once, in the order given. */
  teams: string[];
  /** Of these, the ones that have mended it: they can show how. */
  mended: string[];
  /** Other teams, told "good" about the same thing. */
  good: string[];
}

/**
 * Findings that several teams were given in other words: linked pair by pair by `alikeFindings` (single linkage, union-find),
 * "good" ones left out. What the most teams have comes first, then in the order given. A group names the teams that have mended
 * theirs and those praised for the same thing, from whom the class can learn.
 * @param least the fewest teams to be named
 */
export function recurring(findings: readonly FoundInTeam[], least = 2): Recurring[] {
  const faults = findings.filter(({ kind }) => kind !== 'good');
  const root = new Map(faults.map(({ id }) => [id, id]));
  const rootOf = (id: string): string => (root.get(id) === id ? id : rootOf(root.get(id)!));
  for (const { a, b } of alikeFindings(faults)) root.set(rootOf(b), rootOf(a));
  const groups = new Map<string, FoundInTeam[]>();
  for (const one of faults) groups.set(rootOf(one.id), [...(groups.get(rootOf(one.id)) ?? []), one]);
  const unique = (names: string[]) => [...new Set(names)];
  return [...groups.values()]
    .map((group) => {
      const [first] = group;
      const teams = unique(group.map(({ team }) => team));
      const abouts = new Set(group.map(({ about }) => about).filter(Boolean));
      return {
        findings: group.map(({ id }) => id),
        text: first!.text,
        about: abouts.size === 1 ? [...abouts][0]! : '',
        teams,
        mended: unique(group.filter(({ mended }) => mended).map(({ team }) => team)),
        good: unique(
          findings
            .filter(({ kind, about, team }) => kind === 'good' && abouts.has(about) && !teams.includes(team))
            .map(({ team }) => team),
        ),
      };
    })
    .filter(({ teams }) => teams.length >= least)
    .sort((a, b) => b.teams.length - a.teams.length);
}
