import { plural } from '@/core/format';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';

interface Made {
  accountId: string;
  kind: keyof typeof WORD;
  count: number;
}
const WORD = { iteration: 'iteration', part: 'part', check: 'check', run: 'run' };

/** What each person has put into the record, by kind: how often, not how good. */
export const loadContributions = remembered(async (sql: Sql, projectId: string): Promise<Made[]> => {
  return sql<Made[]>`
    select maker_id as account_id, 'iteration' as kind, count(*) as count from iteration
      where project_id = ${projectId} and maker_id is not null group by maker_id
    union all select owner_id, 'part', count(*) from part where project_id = ${projectId} and owner_id is not null group by owner_id
    union all select checked_by, 'check', count(*) from iteration_check
      where project_id = ${projectId} and checked_by is not null group by checked_by
    union all select actor_id, 'run', count(*) from audit
      where project_id = ${projectId} and object_kind = 'run' and before is null and actor_id is not null group by actor_id`;
});

/** "3 iterations, 12 runs"; beside a factor, never as one. */
export function contributionOf(made: readonly Made[], accountId: string): string {
  const own = made.filter((one) => one.accountId === accountId);
  const kinds = Object.keys(WORD) as Made['kind'][];
  const said = kinds.flatMap((kind) => {
    const found = own.find((one) => one.kind === kind);
    return found ? [plural(found.count, WORD[kind])] : [];
  });
  return said.join(', ') || 'nothing under this name';
}

export interface TeamChange {
  accountId: string;
  from: string;
  to: string;
  at: Date;
}
/** Who changed teams, and when. */
export const listTeamChanges = remembered(async (sql: Sql, projectId: string): Promise<TeamChange[]> => {
  return sql<TeamChange[]>`
    select after ->> 'account_id' as account_id, before ->> 'team_id' as "from", after ->> 'team_id' as "to", at from audit
    where project_id = ${projectId} and object_kind = 'team_member' and before is not null and after is not null
      and before ->> 'team_id' <> after ->> 'team_id' order by id`;
});
