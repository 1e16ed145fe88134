import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

export interface Comment {
  id: string;
  by: string;
  byClient: boolean;
  text: string;
  madeAt: Date;
}

/** What was said of one concept, oldest first. */
export const listComments = remembered(async (sql: Sql, projectId: string, conceptId: string): Promise<Comment[]> => {
  return sql<Comment[]>`
    select o.id, coalesce(a.name, o.by_link) as by, o.author_id is null as by_client, o.text, o.made_at
    from concept_comment o left join account a on a.id = o.author_id
    where o.project_id = ${projectId} and o.concept_id = ${conceptId} order by o.made_at, o.created_at, o.id`;
});
