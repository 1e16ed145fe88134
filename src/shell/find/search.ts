import { CATALOGUE } from '@/db/catalogue';
import type { Sql } from '@/db/connection';
import { allowed, type Seat } from '@/server/access';
import { AREAS } from '@/shell/areas';

/** Something found: its table, and how it is shown. What is of a team is shown to whoever may read that team's work. */
export interface Hit {
  kind: string;
  id: string;
  title: string;
  detail: string;
  teamId: string | null;
  released: boolean;
}

/** What needs more than its own table. */
const FINDERS = AREAS.flatMap(({ find }) => find ?? []);
const MOST = 80;

/** Finds what a person may see in a project by any part of its text, in one query. */
export async function search(sql: Sql, seat: Seat, text: string): Promise<Hit[]> {
  const words = text.trim().slice(0, 100);
  if (words.length < 2) return [];
  const like = `%${words.replace(/[\\%_]/g, '\\$&')}%`;
  const plain = Object.entries(CATALOGUE).flatMap(([table, { find }]) => (find ? [{ table, ...find }] : []));
  const hits = await sql<Hit[]>`
    select * from (
      ${FINDERS.map((finder, i) => sql`${i ? sql`union all ` : sql``}(${finder(sql, seat, like)})`)}
      ${plain.map(
        ({ table, in: columns, title, detail }) => sql`
      union all (select ${table}, id, ${sql.unsafe(title)}, ${sql.unsafe(detail)}, null::uuid, true from ${sql(table)}
        where project_id = ${seat.project.id} and (${columns.map((column, i) => sql`${i ? sql`or ` : sql``}${sql(column)} ilike ${like}`)}))`,
      )}
    ) hits limit 200`;
  return hits.filter((hit) => hit.teamId === null || allowed(seat, 'iteration.read', hit)).slice(0, MOST);
}
