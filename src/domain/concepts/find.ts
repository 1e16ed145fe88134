import type { Finder } from '../find';

/** Concepts as far as they may be seen: one's own, those released to the section, all for instructors. */
export const findConcepts: Finder = (sql, { project, role, actor, sectionId }, like) => sql`
  select 'concept', c.id, c.title, c.fate, null::uuid, true from concept c left join concept_round r on r.section_id = c.section_id
  where c.project_id = ${project.id} and c.removed_at is null and (c.title ilike ${like} or c.steps::text ilike ${like})
    and (${role === 'instructor'} or c.author_id = ${actor.id} or (r.released_at is not null and c.section_id = ${sectionId}))`;
