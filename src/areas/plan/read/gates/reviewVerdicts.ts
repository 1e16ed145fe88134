import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import type { ListedAction } from '@/areas/course';
import type { ReviewVerdict } from '@/core/gates';

/** What the last review of a kind said of a team, with the conditions it asked for. */
export interface ReviewSaid {
  kindId: string;
  teamId: string;
  slotId: string;
  reviewId: string;
  verdict: ReviewVerdict;
  on: string;
  conditions: ListedAction[];
}

/** The last verdict on each team by each kind of review. */
export const listLastVerdicts = remembered(async (sql: Sql, projectId: string): Promise<ReviewSaid[]> => {
  return sql<ReviewSaid[]>`
    select distinct on (r.kind_id, s.team_id) r.kind_id, s.team_id, s.id as slot_id, r.id as review_id, s.verdict, s.decided_on as on,
      coalesce((select jsonb_agg(jsonb_build_object('id', a.id, 'what', a.what, 'owner', o.name, 'dueOn', a.due_on, 'done', a.state <> 'open',
          'version', a.version) order by a.due_on, a.what)
        from action a left join account o on o.id = a.owner_id where a.source_kind = 'verdict' and a.source_id = s.id), '[]') as conditions
    from review_slot s join review r on r.id = s.review_id
    where s.project_id = ${projectId} and s.verdict is not null order by r.kind_id, s.team_id, s.decided_on desc, s.ended_at desc nulls last`;
});
