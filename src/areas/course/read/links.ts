import { type Sql } from '@/db/connection';
import type { LinkPurpose } from '@/server/linkPurposes';

export interface LinkFound {
  id: string;
  label: string;
  about: string;
  open: boolean;
}

/** The links of one purpose (those for a panel: of one review), newest first, with what they are for and until when. */
export async function listLinks(
  sql: Sql,
  projectId: string,
  purpose: LinkPurpose,
  reviewId: string | null = null,
): Promise<LinkFound[]> {
  return sql<LinkFound[]>`
    select l.id, l.label, l.revoked_at is null and l.ends_at > now() as open,
      concat_ws(', ', r.name, s.name, e.name, case when l.revoked_at is not null then 'ended by hand' when l.ends_at <= now() then 'ended'
        else 'until ' || to_char(l.ends_at, 'DD Mon YYYY') end) as about
    from access_link l left join rubric r on r.id = l.rubric_id left join section s on s.id = l.section_id
      left join event e on e.id = l.event_id
    where l.project_id = ${projectId} and l.purpose = ${purpose} ${reviewId ? sql`and l.review_id = ${reviewId}` : sql``} order by l.created_at desc limit 50`;
}
