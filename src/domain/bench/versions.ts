import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import type { Condition, Protocol } from './read';

/** What the version of a protocol that a run was made under asks for. */
export function conditionsOf(
  { currentVersion, versions, conditions }: Protocol,
  { protocolVersion }: { protocolVersion: number },
): Condition[] {
  if (protocolVersion === currentVersion) return conditions;
  return versions.find(({ number }) => number === protocolVersion)?.conditions ?? conditions;
}

/** How many runs stand under a version of a protocol, and when the first and the last of them were made. */
export interface VersionRuns {
  protocolId: string;
  version: number;
  runs: number;
  first: Date;
  last: Date;
}

export const countRunsByVersion = remembered(async (sql: Sql, projectId: string): Promise<VersionRuns[]> => {
  return sql<VersionRuns[]>`
    select protocol_id, protocol_version as version, count(*)::int as runs, min(run_at) as first, max(run_at) as last
    from run where project_id = ${projectId} and stands group by protocol_id, protocol_version`;
});
