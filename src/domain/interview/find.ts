import type { Finder } from '../find';

/** Questions that stand in the bank for everybody. */
export const findQuestions: Finder = (sql, { project }, like) => sql`
  select 'question', id, text, case when must then 'must be asked' else 'question' end, null::uuid, true from question
  where project_id = ${project.id} and not hidden and merged_into is null and text ilike ${like}`;

/** Answers, with the question they belong to. */
export const findAnswers: Finder = (sql, { project }, like) => sql`
  select 'answer', a.id, a.text, q.text, null::uuid, true from answer a join question q on q.id = a.question_id
  where a.project_id = ${project.id} and a.text ilike ${like}`;
