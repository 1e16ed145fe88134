import { listKinds, findReviewRule } from '@/areas/reviews/read/reviews';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Kinds” shows. */
export async function readKindsPage(sql: Sql, frame: Place) {
  const { project } = frame.seat;
  const [kinds, rule] = await Promise.all([listKinds(sql, project.id), findReviewRule(sql, project.id)]);
  const fixed = { projectId: project.id };
  return { kinds, rule, fixed };
}
