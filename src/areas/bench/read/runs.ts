import { remembered } from '@/db/remember';
import type { EventRule } from '@/core/scoring';
import { type Sql } from '@/db/connection';
import type { Run, RunGroup } from './run';
import { derivedGroups, withDerived, type MeasuredRun } from './derive';
import { listProtocols, listQuantities, type Protocol } from './protocols';

export interface EventRecord {
  id: string;
  name: string;
  position: number;
  rule: EventRule;
  attemptsAllowed: number;
  protocolId: string;
  /** What it scores, of those the protocol measures. */
  quantityId: string;
  /** Set aside: students don't see it, the standings leave it out. */
  hidden: boolean;
  version: number;
}
export const listEvents = remembered(async (sql: Sql, projectId: string): Promise<EventRecord[]> => {
  return sql<EventRecord[]>`
    select id, name, position, rule, attempts_allowed, protocol_id, quantity_id, hidden, version
    from event where project_id = ${projectId} order by position, name`;
});

/** The attempts that count in the events, in order. Practice runs and runs withdrawn are left out. */
export const listAttempts = remembered((sql: Sql, projectId: string) => read(sql, projectId, { attempts: true }));

/** An attempt as far as its event's rule looks at it. */
export type ScoredRun = Pick<
  Run,
  | 'teamId'
  | 'protocolId'
  | 'iterationId'
  | 'status'
  | 'value'
  | 'unit'
  | 'penalties'
  | 'quantityId'
  | 'conditions'
  | 'settings'
  | 'readings'
> & {
  eventId: string;
  attempt: number;
};

/** The attempts that count in the events, with what scoring needs and nothing more. */
export const listScoredRuns = remembered(async (sql: Sql, projectId: string): Promise<ScoredRun[]> => {
  const rows = await sql<ScoredRun[]>`
    select a.event_id, a.team_id, r.protocol_id, r.iteration_id, a.number as attempt, r.status, v.value, v.unit, r.penalties,
      q.id as quantity_id, case when q.formula is not null then r.conditions end as conditions,
      case when q.formula is not null then r.settings end as settings, case when q.formula is not null then ${readingsOf(sql)} end as readings
    from attempt a join run r on r.id = a.run_id join event e on e.id = a.event_id join quantity q on q.id = e.quantity_id
    left join reading v on v.run_id = r.id and v.quantity_id = q.id and v.observer = 1
    where a.project_id = ${projectId} and a.stands order by a.team_id, a.event_id, a.number`;
  return withDerived(rows, () => listProtocols(sql, projectId));
});

/** Of a run `r`: it is valid, and nobody left it out. */
export const counting = (sql: Sql) => sql`r.stands and r.status = 'ok' and r.left_out = ''`;

/** All that was read in a run, as one object. */
export const readingsOf = (sql: Sql) => sql`(
  select jsonb_object_agg(w.quantity_id, jsonb_build_array(w.value, w.unit, w.observed)) from reading w where w.run_id = r.id and w.observer = 1)`;

/** The valid runs of the newest iteration of each team. */
export const listLatestRuns = remembered((sql: Sql, projectId: string) => groups(sql, projectId, 'newest'));

/** The valid runs of every iteration. */
export const listRunGroups = remembered((sql: Sql, projectId: string) => groups(sql, projectId, null));

/** The valid runs of some iterations. */
export const listRunGroupsOf = remembered((sql: Sql, projectId: string, iterationIds: string[]) =>
  groups(sql, projectId, iterationIds),
);

async function groups(sql: Sql, projectId: string, which: 'newest' | string[] | null): Promise<RunGroup[]> {
  const newest = sql`and r.iteration_id in (
    select distinct on (team_id) id from iteration where project_id = ${projectId} order by team_id, number desc)`;
  const only = which === null ? sql`` : which === 'newest' ? newest : sql`and r.iteration_id = any(${which})`;
  const [read, protocols] = await Promise.all([
    sql<RunGroup[]>`
      select v.quantity_id, r.iteration_id, r.protocol_version, v.unit, n.unit as instrument_unit, n.resolution, n.accuracy,
        r.settings, max(r.run_at) as newest,
        array_agg(r.id::text order by a.number, r.run_at, r.id) as ids,
        array_agg(v.value::float8 order by a.number, r.run_at, r.id) as values
      from run r join reading v on v.run_id = r.id and v.observer = 1 join instrument n on n.id = v.instrument_id
      left join attempt a on a.run_id = r.id
      where r.project_id = ${projectId} and ${counting(sql)} ${only}
      group by v.quantity_id, r.iteration_id, r.protocol_version, v.unit, n.id, r.settings
      order by v.quantity_id, r.iteration_id, v.unit, n.id, max(r.run_at) desc`,
    listProtocols(sql, projectId),
  ]);
  const deriving = protocols.filter(({ quantities }) => quantities.some(({ formula }) => formula !== null));
  if (deriving.length === 0) return read;
  const runs = await sql<MeasuredRun[]>`
    select r.id, r.iteration_id, r.protocol_id, r.protocol_version, r.settings, r.conditions, r.run_at, ${readingsOf(sql)} as readings
    from run r left join attempt a on a.run_id = r.id
    where r.project_id = ${projectId} and r.protocol_id = any(${deriving.map(({ id }) => id)})
      and ${counting(sql)} ${only}
    order by a.number, r.run_at, r.id`;
  return [...read, ...derivedGroups(runs, deriving)];
}

/** All runs of some teams, newest last; for one team's or one iteration's pages. */
export const listRunsOfTeam = remembered((sql: Sql, projectId: string, teamId: string) =>
  read(sql, projectId, { teamId }),
);

/**
 * The last runs of some teams, newest first; for a member of one team, those of others only where their iteration is
 * released.
 */
export const listNewestRuns = remembered(
  (sql: Sql, projectId: string, filter: { limit: number; teamIds: string[]; seenBy: string | null | 'all' }) =>
    read(sql, projectId, filter),
);

interface Filter {
  attempts?: boolean;
  teamId?: string;
  teamIds?: string[];
  /** The team of whoever looks; "all" for those who see everything. */
  seenBy?: string | null | 'all';
  limit?: number;
}

async function read(sql: Sql, projectId: string, filter: Filter): Promise<Run[]> {
  const rows = await sql<Run[]>`
    select r.id, r.protocol_id, a.event_id, r.team_id, r.iteration_id, i.number as iteration_number, i.released_at is not null as released,
      a.number as attempt, r.status, v.value, v.unit, v.observed, q.id as quantity_id, r.penalties, r.protocol_version, r.conditions, r.settings,
      case when exists (select from quantity o where o.protocol_id = r.protocol_id and o.position > 0) then ${readingsOf(sql)} end as readings,
      r.specimen_id as copy_id, s.number as copy_number, r.note, r.witness, r.left_out, n.id as instrument_id,
      n.name as instrument_name, coalesce(n.unit, q.unit) as instrument_unit, coalesce(n.resolution, 0) as resolution,
      coalesce(n.accuracy, 0) as accuracy, r.run_at, not r.stands as withdrawn, r.held_for, r.version
    from run r join iteration i on i.id = r.iteration_id left join attempt a on a.run_id = r.id left join event e on e.id = a.event_id
    left join specimen s on s.id = r.specimen_id
    join quantity first on first.protocol_id = r.protocol_id and first.position = 0
    join quantity q on q.id = coalesce(e.quantity_id, first.id)
    left join reading v on v.run_id = r.id and v.quantity_id = q.id and v.observer = 1
    left join instrument n on n.id = coalesce(v.instrument_id, q.instrument_id)
    where r.project_id = ${projectId}
      ${filter.limit ? sql`` : sql`and r.stands`}
      ${filter.attempts ? sql`and a.id is not null` : sql``}
      ${filter.teamId ? sql`and r.team_id = ${filter.teamId}` : sql``}
      ${filter.teamIds ? sql`and r.team_id = any(${filter.teamIds})` : sql``}
      ${filter.seenBy === undefined || filter.seenBy === 'all' ? sql`` : sql`and (r.team_id = ${filter.seenBy} or i.released_at is not null)`}
    order by ${filter.limit ? sql`r.run_at desc, r.created_at desc, r.id limit ${filter.limit}` : sql`r.team_id, a.event_id, a.number, r.run_at, r.id`}`;
  return withDerived(rows, () => listProtocols(sql, projectId));
}

/** What verdicts rest on: events with their protocols, and the valid runs of the newest iterations. */
export async function readSources(sql: Sql, projectId: string) {
  const [events, protocols, runs] = await Promise.all([
    listEvents(sql, projectId),
    listQuantities(sql, projectId),
    listLatestRuns(sql, projectId),
  ]);
  return { events, protocols, runs };
}

/** What a run is told by: the event that it counts in, or the protocol it was practised under. */
export function testOf(
  { eventId, protocolId }: Pick<Run, 'eventId' | 'protocolId'>,
  { events, protocols }: { events: EventRecord[]; protocols: Protocol[] },
): string {
  const event = events.find((one) => one.id === eventId);
  return (event ?? protocols.find((one) => one.id === protocolId))?.name ?? 'run';
}

/** How many attempts each team has made in each event. */
export const countAttempts = remembered(
  async (sql: Sql, projectId: string): Promise<{ eventId: string; teamId: string; made: number }[]> => {
    return sql<{ eventId: string; teamId: string; made: number }[]>`
    select event_id, team_id, count(*) as made from attempt
    where project_id = ${projectId} and stands group by event_id, team_id`;
  },
);

/** A run as far as it is looked at for what may be wrong with it. */
export type RecentRun = Pick<
  Run,
  'id' | 'teamId' | 'protocolId' | 'protocolVersion' | 'eventId' | 'attempt' | 'conditions'
>;
const MOST_RECENT = 300;

/** The runs made since a day, newest first. */
export const listRecentRuns = remembered(async (sql: Sql, projectId: string, since: string): Promise<RecentRun[]> => {
  return sql<RecentRun[]>`
    select r.id, r.team_id, r.protocol_id, a.event_id, a.number as attempt, r.protocol_version, r.conditions from run r left join attempt a on a.run_id = r.id
    where r.project_id = ${projectId} and r.stands and r.run_at >= ${since} order by r.run_at desc, r.id limit ${MOST_RECENT}`;
});
