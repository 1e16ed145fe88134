import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

/** How a section's teams are to be formed. */
export interface FormingOf {
  id: string;
  sectionId: string;
  minSize: number;
  maxSize: number;
  weightConcept: number;
  weightWants: number;
  weightRoles: number;
  /** How many people a student may wish for. */
  wishes: number;
  /** Students are asked for their wishes. */
  asks: boolean;
  version: number;
}
export interface KeepPair {
  id: string;
  kind: 'apart' | 'together';
  oneId: string;
  otherId: string;
}
export interface Preference {
  id: string;
  accountId: string;
  conceptId: string | null;
  wants: string[];
  roles: string[];
  version: number;
}
export interface ProposedTeam {
  teamId: string | null;
  name: string;
  members: string[];
}
export interface Proposal {
  id: string;
  sectionId: string;
  name: string;
  teams: ProposedTeam[];
  locked: string[];
  seed: string;
  version: number;
}

export const listForming = remembered(async (sql: Sql, projectId: string): Promise<FormingOf[]> => {
  return sql<FormingOf[]>`
    select id, section_id, min_size, max_size, weight_concept, weight_wants, weight_roles, wishes, asks, version
    from forming where project_id = ${projectId}`;
});

/** For instructors alone. */
export const listKeepPairs = remembered(async (sql: Sql, projectId: string): Promise<KeepPair[]> => {
  return sql<KeepPair[]>`
    select id, kind, one_id, other_id from keep_pair where project_id = ${projectId} order by kind, id`;
});

/** Everybody's wishes, for instructors alone. */
export const listPreferences = remembered(async (sql: Sql, projectId: string): Promise<Preference[]> => {
  return sql<Preference[]>`
    select id, account_id, concept_id, wants, roles, version from preference where project_id = ${projectId}`;
});

/** A student's own wishes. */
export const findPreference = remembered(
  async (sql: Sql, projectId: string, accountId: string): Promise<Preference | null> => {
    const [row] = await sql<Preference[]>`
    select id, account_id, concept_id, wants, roles, version from preference
    where project_id = ${projectId} and account_id = ${accountId}`;
    return row ?? null;
  },
);

/** Proposals, oldest first, for instructors alone. */
export const listProposals = remembered(async (sql: Sql, projectId: string): Promise<Proposal[]> => {
  return sql<Proposal[]>`
    select id, section_id, name, teams, locked, seed, version from proposal where project_id = ${projectId} order by created_at, id`;
});
