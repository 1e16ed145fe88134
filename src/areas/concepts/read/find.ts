import { seesAll } from '@/server/access';
import type { Finder } from '@/areas/area';

/** Concepts as far as they may be seen: one's own, those released to the section, all for instructors and assistants. */
export const findConcepts: Finder = (sql, seat, like) => sql`
  select 'concept', c.id, c.title, c.fate, null::uuid, true from concept c left join concept_round r on r.section_id = c.section_id
  where c.project_id = ${seat.project.id} and c.removed_at is null and (c.title ilike ${like} or c.steps::text ilike ${like})
    and (${seesAll(seat)} or c.author_id = ${seat.actor.id} or (r.released_at is not null and c.section_id = ${seat.sectionId}))`;
