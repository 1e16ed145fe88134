import type { Finder } from '@/areas/area';
import { seesAll } from '@/server/access';

/** Reviews by name and kind. */
export const findReviews: Finder = (sql, { project }, like) => sql`
  select 'review', r.id, r.name, k.name, null::uuid, true from review r join review_kind k on k.id = r.kind_id
  where r.project_id = ${project.id} and (r.name ilike ${like} or k.name ilike ${like})`;

/** What was found, by its words; a student finds what is released to the own team. */
export const findFindings: Finder = (sql, seat, like) => sql`
  select 'review_finding', f.id, f.text, t.name, f.team_id, false from review_finding f join team t on t.id = f.team_id
  join review_slot s on s.id = f.slot_id
  where f.project_id = ${seat.project.id} and f.withdrawn_at is null and f.text ilike ${like}
    ${seesAll(seat) ? sql`` : sql`and s.released_at is not null`}`;
