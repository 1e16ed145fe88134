import { cache } from 'react';
import type { Limit } from '@/core/requirements';
import type { Dimension } from '@/core/units';
import { pool } from '@/db/connection';

export interface Requirement {
  id: string;
  code: string;
  statement: string;
  kind: 'max' | 'min' | 'range' | 'target' | 'yes' | 'wish';
  parameterId: string | null;
  parameterName: string | null;
  dimension: Dimension | null;
  value: number | null;
  low: number | null;
  high: number | null;
  tolerance: number | null;
  unit: string | null;
  weight: number | null;
  priority: 'must' | 'should' | 'could';
  decision: 'guarded' | 'simple';
  state: 'proposed' | 'agreed' | 'changed' | 'withdrawn';
  source: 'client' | 'rule' | 'own';
  statementId: string | null;
  sentence: string | null;
  saidBy: string | null;
  saidOn: string | null;
  version: number;
}

export const listRequirements = cache(async (projectId: string): Promise<Requirement[]> => {
  return pool()<Requirement[]>`
    select r.id, r.code, r.statement, r.kind, r.parameter_id, p.name as parameter_name, p.dimension, r.value, r.low, r.high,
      r.tolerance, r.unit, r.weight, r.priority, r.decision, r.state, r.source, r.statement_id,
      s.sentence, s.said_by, s.said_on, r.version
    from requirement r left join parameter p on p.id = r.parameter_id left join statement s on s.id = r.statement_id
    where r.project_id = ${projectId} order by r.code`;
});

/** The limit in the core's terms; null for a wish. */
export function limitOf(r: Requirement): Limit | null {
  const unit = r.unit ?? '';
  switch (r.kind) {
    case 'max':
    case 'min':
      return { kind: r.kind, value: r.value!, unit };
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
export function allowedSide(r: Requirement): { low: number | null; high: number | null } {
  if (r.kind === 'max') return { low: null, high: r.value };
  if (r.kind === 'min') return { low: r.value, high: null };
  if (r.kind === 'range') return { low: r.low, high: r.high };
  return { low: r.value! - r.tolerance!, high: r.value! + r.tolerance! };
}
