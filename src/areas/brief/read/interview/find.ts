import { allowed } from '@/server/access';
import type { Finder } from '@/areas/area';

/** Questions that stand in the bank for everybody. */
export const findQuestions: Finder = (sql, { project }, like) => sql`
  select 'question', id, text, case when must then 'must be asked' else 'question' end, null::uuid, true from question
  where project_id = ${project.id} and not hidden and merged_into is null and text ilike ${like}`;

/** Answers, with the question they belong to; of hidden questions for those who see the question. */
export const findAnswers: Finder = (sql, seat, like) => sql`
  select 'answer', a.id, a.text, q.text, null::uuid, true from answer a join question q on q.id = a.question_id
  where a.project_id = ${seat.project.id} and a.text ilike ${like}
    and (not q.hidden or q.team_id = ${seat.teamId} or ${allowed(seat, 'question.change', { teamId: null })})`;
