import type { Axis } from '@/core/builds';
import type { PendingQuery, Row } from 'postgres';
import { groupBy } from '@/core/shared/groupBy';
import { remembered } from '@/db/remember';
import type { ChangeKind, ClaimWord, IterationKind, IterationState } from '@/core/changes';
import type { Dimension } from '@/core/units';
import { type Sql } from '@/db/connection';

export interface Measurement {
  parameterId: string;
  parameterName: string;
  dimension: Dimension;
  /** Which side of the size it is. */
  axis: Axis | null;
  value: number | null;
  unit: string | null;
  /** What the value is the mean of, where it was read several times. */
  readings: number[] | null;
  answer: boolean | null;
  measuredOn: string;
  instrumentId: string | null;
  instrumentName: string | null;
  instrumentUnit: string | null;
  resolution: number | null;
  accuracy: number | null;
}
export interface Iteration {
  id: string;
  teamId: string;
  number: number;
  /** Those it comes from, the main one first: of the own team, or of another one. */
  parents: Parent[];
  /** The chosen concept, or the design of an earlier season, that it goes back to. */
  conceptId: string | null;
  benchmarkId: string | null;
  kind: IterationKind;
  state: IterationState;
  change: string;
  reason: string;
  /** What the team expected of it. */
  expects: string;
  /** What was good about it, and what was not. */
  good: string;
  bad: string;
  builtOn: string;
  released: boolean;
  /** Who made it; somebody else checks it. */
  makerId: string | null;
  maker: string | null;
  /** What held it when it was built all the same. */
  heldFor: string;
  checks: Check[];
  version: number;
  measurements: Measurement[];
}
export interface Parent {
  id: string;
  teamId: string;
  number: number;
}
/** Somebody has looked at an iteration and found it right. */
export interface Check {
  id: string;
  byId: string | null;
  by: string;
  on: string;
  note: string;
}
/** All iterations of a project with what was measured on each, by team and number: two queries. */
export const listIterations = remembered((sql: Sql, projectId: string) => read(sql, projectId, false));

/** The newest iteration of each team. */
export const listLatestIterations = remembered((sql: Sql, projectId: string) => read(sql, projectId, true));

async function read(sql: Sql, projectId: string, latest: boolean): Promise<Iteration[]> {
  const newest = sql`and not exists (select from iteration n where n.team_id = i.team_id and n.number > i.number)`;
  const iterations = await sql<Omit<Iteration, 'measurements'>[]>`
    select i.id, i.team_id, i.number, i.concept_id, i.benchmark_id, i.kind, i.state, i.change, i.reason, i.expects, i.good, i.bad, i.built_on,
      i.released_at is not null as released, i.maker_id, a.name as maker, i.held_for, coalesce(k.list, '[]') as checks,
      coalesce(o.list, '[]') as parents, i.version
    from iteration i left join account a on a.id = i.maker_id
    left join (
      select c.iteration_id, jsonb_agg(jsonb_build_object('id', p.id, 'teamId', p.team_id, 'number', p.number)
        order by c.position, p.number) as list
      from iteration_parent c join iteration p on p.id = c.parent_id where c.project_id = ${projectId} group by c.iteration_id
    ) o on o.iteration_id = i.id
    left join (
      select iteration_id, jsonb_agg(jsonb_build_object('id', id, 'byId', checked_by, 'by', by_name, 'on', checked_on, 'note', note)
        order by checked_on, by_name) as list
      from iteration_check where project_id = ${projectId} group by iteration_id) k on k.iteration_id = i.id
    where i.project_id = ${projectId} ${latest ? newest : sql``} order by i.team_id, i.number`;
  const measurements = await sql<(Measurement & { iterationId: string })[]>`
    select m.iteration_id, m.parameter_id, p.name as parameter_name, m.dimension, p.axis, m.value, m.unit, m.readings, m.answer, m.measured_on,
      m.instrument_id, n.name as instrument_name, n.unit as instrument_unit, n.resolution, n.accuracy
    from measurement m join iteration i on i.id = m.iteration_id join parameter p on p.id = m.parameter_id
    left join instrument n on n.id = m.instrument_id
    where m.project_id = ${projectId} ${latest ? newest : sql``} order by p.name`;
  const byIteration = groupBy(measurements, (one) => one.iterationId);
  return iterations.map((iteration) => ({ ...iteration, measurements: byIteration.get(iteration.id) ?? [] }));
}

/** One thing that was changed in an iteration against what it comes from, with what is claimed of it. */
export interface Change {
  id: string;
  iterationId: string;
  kind: ChangeKind;
  /** The design parameter, material, joint, or the feature's name. */
  what: string;
  featureId: string | null;
  /** Where a feature was taken over from. */
  source: Parent | null;
  /** The earlier season whose design it was taken over from. */
  season: { id: string; name: string } | null;
  /** Who of the team made the change. */
  makerId: string | null;
  maker: string | null;
  before: string;
  after: string;
  beforeValue: number | null;
  afterValue: number | null;
  unit: string | null;
  claim: ClaimWord | null;
  claimParameterId: string | null;
  /** What the figure that shows it is called. */
  claimParameter: string | null;
}
/** What was changed in every iteration of a project, in its order. */
export const listChanges = remembered(async (sql: Sql, projectId: string): Promise<Change[]> => {
  return sql<Change[]>`${changesOf(sql, sql`c.project_id = ${projectId}`)}`;
});

/** The query for some changes, in their order. */
export const changesOf = (sql: Sql, which: PendingQuery<Row[]>) => sql`
    select c.id, c.iteration_id, c.kind, coalesce(f.name, c.what) as what, c.feature_id,
      case when s.id is not null then jsonb_build_object('id', s.id, 'teamId', s.team_id, 'number', s.number) end as source,
      case when b.id is not null then jsonb_build_object('id', b.id, 'name', b.season) end as season, c.maker_id, a.name as maker,
      c.before, c.after, c.before_value, c.after_value, c.unit, c.claim, c.claim_parameter_id, p.name as claim_parameter
    from iteration_change c left join feature f on f.id = c.feature_id left join iteration s on s.id = c.source_id
    left join parameter p on p.id = c.claim_parameter_id left join benchmark b on b.id = c.benchmark_id
    left join account a on a.id = c.maker_id
    where ${which} order by c.iteration_id, c.position`;

export interface Feature {
  id: string;
  name: string;
  /** The requirement it answers. */
  requirementId: string | null;
  /** The concept it comes from. */
  conceptId: string | null;
  version: number;
}

/** The features of all designs of a project, by name. */
export const listFeatures = remembered(async (sql: Sql, projectId: string): Promise<Feature[]> => {
  return sql<Feature[]>`
    select id, name, requirement_id, concept_id, version from feature where project_id = ${projectId} order by lower(name)`;
});

/** What the course asks of the designs; numbers are null where it asks for none. */
export interface BuildRule {
  id: string | null;
  leastTeam: number | null;
  leastMember: number | null;
  /** The first iteration makes a team official. */
  makesOfficial: boolean;
  /** From this day on students change no iteration. */
  frozenFrom: string | null;
  version: number | null;
}
const NO_RULE: BuildRule = {
  id: null,
  leastTeam: null,
  leastMember: null,
  makesOfficial: false,
  frozenFrom: null,
  version: null,
};

export const findBuildRule = remembered(async (sql: Sql, projectId: string): Promise<BuildRule> => {
  const [row] = await sql<BuildRule[]>`
    select id, least_team, least_member, makes_official, frozen_from, version from build_rule where project_id = ${projectId}`;
  return row ?? NO_RULE;
});
