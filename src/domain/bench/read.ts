import { cache } from 'react';
import type { EventRule, Status } from '@/core/scoring';
import type { Dimension } from '@/core/units';
import { type Sql } from '@/db/connection';

export interface Condition {
  name: string;
  value: number;
  tolerance: number;
  unit: string;
}
export interface Protocol {
  id: string;
  name: string;
  procedure: string;
  cautions: string;
  parameterId: string;
  parameterName: string;
  dimension: Dimension;
  unit: string;
  conditions: Condition[];
  instrumentId: string;
  instrumentName: string;
  instrumentUnit: string;
  resolution: number;
  accuracy: number;
  version: number;
}
export interface EventRecord {
  id: string;
  name: string;
  position: number;
  rule: EventRule;
  attemptsAllowed: number;
  protocolId: string;
  version: number;
}
export interface Trial {
  id: string;
  eventId: string;
  teamId: string;
  iterationId: string;
  iterationNumber: number;
  released: boolean;
  attempt: number | null;
  status: Status;
  value: number | null;
  unit: string | null;
  penalties: Record<string, number>;
  conditions: Record<string, { value: number; unit: string }>;
  note: string;
  instrumentId: string;
  instrumentName: string;
  instrumentUnit: string;
  resolution: number;
  accuracy: number;
  runAt: Date;
  takenBack: boolean;
  /** What held it when it was made all the same. */
  heldFor: string;
  version: number;
}

export const listProtocols = cache(async (sql: Sql, projectId: string): Promise<Protocol[]> => {
  return sql<Protocol[]>`
    select p.id, p.name, p.procedure, p.cautions, p.parameter_id, m.name as parameter_name, p.dimension, p.unit, p.conditions,
      p.instrument_id, n.name as instrument_name, n.unit as instrument_unit, n.resolution, n.accuracy, p.version
    from protocol p join parameter m on m.id = p.parameter_id join instrument n on n.id = p.instrument_id
    where p.project_id = ${projectId} order by p.name`;
});

export const listEvents = cache(async (sql: Sql, projectId: string): Promise<EventRecord[]> => {
  return sql<EventRecord[]>`
    select id, name, position, rule, attempts_allowed, protocol_id, version
    from event where project_id = ${projectId} order by position, name`;
});

/** The attempts that count in the events, in order. Practice runs and runs taken back are left out. */
export const listAttempts = cache((sql: Sql, projectId: string) => read(sql, projectId, { attempts: true }));

/** An attempt as far as its event's rule looks at it. */
export type ScoredRun = Pick<
  Trial,
  'eventId' | 'teamId' | 'iterationId' | 'attempt' | 'status' | 'value' | 'unit' | 'penalties'
>;

/** The attempts that count in the events, with what scoring needs and nothing more. */
export const listScoredRuns = cache(async (sql: Sql, projectId: string): Promise<ScoredRun[]> => {
  return sql<ScoredRun[]>`
    select event_id, team_id, iteration_id, attempt, status, value, unit, penalties from trial
    where project_id = ${projectId} and attempt is not null and taken_back_at is null order by team_id, event_id, attempt`;
});

/** Valid runs of one iteration in one event, read with one instrument in one unit: what a verdict rests on. */
export interface RunGroup {
  eventId: string;
  iterationId: string;
  unit: string;
  instrumentUnit: string;
  resolution: number;
  accuracy: number;
  ids: string[];
  values: number[];
}

/** The valid runs of the newest iteration of each team. */
export const listLatestRuns = cache((sql: Sql, projectId: string) => groups(sql, projectId, true));

/** The valid runs of every iteration. */
export const listRunGroups = cache((sql: Sql, projectId: string) => groups(sql, projectId, false));

async function groups(sql: Sql, projectId: string, latest: boolean): Promise<RunGroup[]> {
  const newest = sql`and t.iteration_id in (
    select distinct on (team_id) id from iteration where project_id = ${projectId} order by team_id, number desc)`;
  return sql<RunGroup[]>`
    select t.event_id, t.iteration_id, t.unit, n.unit as instrument_unit, n.resolution, n.accuracy,
      array_agg(t.id::text order by t.attempt, t.run_at, t.id) as ids,
      array_agg(t.value::float8 order by t.attempt, t.run_at, t.id) as values
    from trial t join instrument n on n.id = t.instrument_id
    where t.project_id = ${projectId} and t.taken_back_at is null and t.status = 'ok' ${latest ? newest : sql``}
    group by t.event_id, t.iteration_id, t.unit, n.id order by t.event_id, t.iteration_id, t.unit, n.id`;
}

/** Runs as they were listed, as evidence: the valid ones, each a group of its own. */
export function evidenceOf(runs: Trial[]): RunGroup[] {
  return runs
    .filter((run) => run.status === 'ok')
    .map(({ id, value, unit, ...run }) => ({ ...run, unit: unit!, ids: [id], values: [value!] }));
}

/** All runs of some teams, newest last; for one team's or one iteration's pages. */
export const listRunsOfTeam = cache((sql: Sql, projectId: string, teamId: string) => read(sql, projectId, { teamId }));

/**
 * The last runs of some teams, newest first; for a member of one team, those of others only where their iteration is
 * released.
 */
export function listNewestRuns(
  sql: Sql,
  projectId: string,
  filter: { limit: number; teamIds: string[]; seenBy: string | null | 'all' },
): Promise<Trial[]> {
  return read(sql, projectId, filter);
}

interface Filter {
  attempts?: boolean;
  teamId?: string;
  teamIds?: string[];
  /** The team of whoever looks; "all" for those who see everything. */
  seenBy?: string | null | 'all';
  limit?: number;
}

async function read(sql: Sql, projectId: string, filter: Filter): Promise<Trial[]> {
  return sql<Trial[]>`
    select t.id, t.event_id, t.team_id, t.iteration_id, i.number as iteration_number, i.released_at is not null as released,
      t.attempt, t.status, t.value, t.unit, t.penalties, t.conditions, t.note, t.instrument_id, n.name as instrument_name,
      n.unit as instrument_unit, n.resolution, n.accuracy, t.run_at, t.taken_back_at is not null as taken_back, t.held_for, t.version
    from trial t join iteration i on i.id = t.iteration_id join instrument n on n.id = t.instrument_id
    where t.project_id = ${projectId}
      ${filter.limit ? sql`` : sql`and t.taken_back_at is null`}
      ${filter.attempts ? sql`and t.attempt is not null` : sql``}
      ${filter.teamId ? sql`and t.team_id = ${filter.teamId}` : sql``}
      ${filter.teamIds ? sql`and t.team_id = any(${filter.teamIds})` : sql``}
      ${filter.seenBy === undefined || filter.seenBy === 'all' ? sql`` : sql`and (t.team_id = ${filter.seenBy} or i.released_at is not null)`}
    order by ${filter.limit ? sql`t.run_at desc, t.created_at desc, t.id limit ${filter.limit}` : sql`t.team_id, t.event_id, t.attempt, t.run_at, t.id`}`;
}

/** What verdicts rest on: events with their protocols, and the valid runs of the newest iterations. */
export async function readSources(sql: Sql, projectId: string) {
  const [events, protocols, runs] = await Promise.all([
    listEvents(sql, projectId),
    listProtocols(sql, projectId),
    listLatestRuns(sql, projectId),
  ]);
  return { events, protocols, runs };
}

/** How many attempts each team has made in each event. */
export async function countAttempts(
  sql: Sql,
  projectId: string,
): Promise<{ eventId: string; teamId: string; made: number }[]> {
  return sql<{ eventId: string; teamId: string; made: number }[]>`
    select event_id, team_id, count(*) as made from trial
    where project_id = ${projectId} and attempt is not null and taken_back_at is null group by event_id, team_id`;
}

/** A run as far as it is looked at for what may be wrong with it. */
export type RecentRun = Pick<Trial, 'id' | 'teamId' | 'eventId' | 'attempt' | 'conditions'>;
const MOST_RECENT = 300;

/** The runs made since a day, newest first. */
export async function listRecentRuns(sql: Sql, projectId: string, since: string): Promise<RecentRun[]> {
  return sql<RecentRun[]>`
    select id, team_id, event_id, attempt, conditions from trial
    where project_id = ${projectId} and taken_back_at is null and run_at >= ${since} order by run_at desc, id limit ${MOST_RECENT}`;
}
