import { remembered } from '@/db/remember';
import type { Limit } from '@/core/requirements';
import type { Dimension } from '@/core/units';
import { type Sql } from '@/db/connection';

export type Kind = 'max' | 'min' | 'range' | 'target' | 'different' | 'yes' | 'wish';
export type SourceKind = 'client' | 'rule' | 'research' | 'season' | 'own';
export const METHODS = ['measurement', 'demonstration', 'inspection', 'analysis'] as const;

/** Where a requirement comes from: a sentence of the client, a rule, a research note, last season, an own finding. */
export interface Source {
  kind: SourceKind;
  statementId: string | null;
  sentence: string | null;
  saidBy: string | null;
  saidOn: string | null;
  researchId: string | null;
  researchTitle: string | null;
  note: string;
}
/** What a limit is made of. */
export interface LimitParts {
  kind: Kind;
  value: number | null;
  low: number | null;
  high: number | null;
  tolerance: number | null;
  unit: string | null;
}
export interface Requirement extends LimitParts {
  id: string;
  code: string;
  statement: string;
  parameterId: string | null;
  parameterName: string | null;
  dimension: Dimension | null;
  /** For a count of different things: what counts as one of them. */
  counts: string;
  weight: number | null;
  priority: 'must' | 'should' | 'could';
  decision: 'guarded' | 'simple';
  method: (typeof METHODS)[number] | null;
  protocolId: string | null;
  protocolName: string | null;
  verifiedBy: string;
  ownerId: string | null;
  ownerName: string | null;
  /** The team that proposed it. */
  teamId: string | null;
  state: 'proposed' | 'agreed' | 'changed' | 'withdrawn';
  reason: string;
  stateOn: string | null;
  sources: Source[];
  version: number;
}
/** A requirement as it was before or after a change. */
export interface LimitThen extends LimitParts {
  statement: string;
  parameter: string | null;
  priority: string;
  decision: string;
  state: string;
}
export interface Change {
  id: string;
  requirementId: string;
  number: number;
  before: LimitThen;
  after: LimitThen;
  reason: string;
  changedOn: string;
  /** Teams that have dealt with it. */
  seenBy: string[];
}
export interface BudgetPart {
  name: string;
  value: number;
  unit: string;
}
/** How a limit is split: by the class, or by one team for itself. */
export interface BudgetOf {
  id: string;
  requirementId: string;
  teamId: string | null;
  parts: BudgetPart[];
  version: number;
}
/** A pairwise judgement: `a` is `ratio` times as important as `b`, both by their codes. */
export interface Judged {
  a: string;
  b: string;
  ratio: number;
}

export const listRequirements = remembered(async (sql: Sql, projectId: string): Promise<Requirement[]> => {
  return sql<Requirement[]>`
    select r.id, r.code, r.statement, r.kind, r.parameter_id, p.name as parameter_name, p.dimension, r.value, r.low, r.high,
      r.tolerance, r.unit, r.counts, r.weight, r.priority, r.decision, r.method, r.protocol_id, t.name as protocol_name, r.verified_by,
      r.owner_id, o.name as owner_name, r.team_id, r.state, r.reason, r.state_on, r.version, coalesce(s.list, '[]') as sources
    from requirement r left join parameter p on p.id = r.parameter_id left join protocol t on t.id = r.protocol_id
      left join account o on o.id = r.owner_id
      left join (
        select x.requirement_id, jsonb_agg(jsonb_build_object('kind', x.kind, 'statementId', x.statement_id, 'sentence', said.sentence,
          'saidBy', said.said_by, 'saidOn', said.said_on, 'researchId', x.research_id, 'researchTitle', n.title, 'note', x.note)
          order by x.position, x.id) as list
        from requirement_source x left join statement said on said.id = x.statement_id left join research n on n.id = x.research_id
        where x.project_id = ${projectId} group by x.requirement_id) s on s.requirement_id = r.id
    where r.project_id = ${projectId} order by r.code`;
});
/** What was changed on agreed requirements, newest first. */
export const listChanges = remembered(async (sql: Sql, projectId: string): Promise<Change[]> => {
  return sql<Change[]>`
    select id, "requirementId", number, before, after, reason, "changedOn", "seenBy" from (${changesOf(sql, projectId)}) c
    order by made_at desc, number desc`;
});

/** The changes of a project as a fragment, its columns named as in `Change`. */
export function changesOf(sql: Sql, projectId: string) {
  return sql`
    select c.id, c.requirement_id as "requirementId", c.number, c.before, c.after, c.reason, c.changed_on as "changedOn", c.made_at,
      coalesce((select array_agg(s.team_id) from change_seen s where s.change_id = c.id), '{}') as "seenBy"
    from requirement_change c where c.project_id = ${projectId}`;
}

export const listBudgets = remembered(async (sql: Sql, projectId: string): Promise<BudgetOf[]> => {
  return sql<BudgetOf[]>`
    select id, requirement_id, team_id, parts, version from budget where project_id = ${projectId} order by requirement_id`;
});

/** The client's sentence that a requirement comes from, if there is one. */
export function saidFor({ sources }: Requirement): Source | undefined {
  return sources.find((source) => source.sentence !== null);
}

/** Requirements that are asked for or proposed at present. */
export function inForce(requirements: readonly Requirement[]): Requirement[] {
  return requirements.filter((requirement) => requirement.state !== 'withdrawn');
}

/** Those agreed on that limit a parameter by a figure. */
export const askedOf = (requirements: readonly Requirement[], parameterId: string): Requirement[] =>
  agreedOn(requirements).filter((one) => one.parameterId === parameterId && one.unit !== null);

/** Requirements by which designs are judged: what is only proposed binds nobody yet. */
export function agreedOn(requirements: readonly Requirement[]): Requirement[] {
  return requirements.filter(({ state }) => state === 'agreed' || state === 'changed');
}

/** The limit in the core's terms; null for a wish. A count of different things is a least number of them. */
export function limitOf(r: LimitParts): Limit | null {
  const unit = r.unit ?? '';
  switch (r.kind) {
    case 'max':
    case 'min':
      return { kind: r.kind, value: r.value!, unit };
    case 'different':
      return { kind: 'min', value: r.value!, unit };
    case 'range':
      return { kind: 'range', low: r.low!, high: r.high!, unit };
    case 'target':
      return { kind: 'target', value: r.value!, tolerance: r.tolerance!, unit };
    case 'yes':
      return { kind: 'yes' };
    case 'wish':
      return null;
  }
}

/** The allowed side of a limit: from low to high, an open end null. */
export function allowedSide(r: LimitParts): { low: number | null; high: number | null } {
  if (r.kind === 'max') return { low: null, high: r.value };
  if (r.kind === 'min' || r.kind === 'different') return { low: r.value, high: null };
  if (r.kind === 'range') return { low: r.low, high: r.high };
  return { low: r.value! - r.tolerance!, high: r.value! + r.tolerance! };
}
