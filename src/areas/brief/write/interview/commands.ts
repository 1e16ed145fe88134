import type { InferType } from 'yup';
import { allowed } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { orConflict, type Command, type Work } from '@/server/perform';
import { noteSchema, questionSchema } from '@/areas/brief/records/interview';

type Asked = InferType<typeof questionSchema>;
type Noted = InferType<typeof noteSchema>;

/** Puts a question into the bank of a visit, or changes one's own; nothing of others is changed. */
export const recordQuestion: Command<Asked, { id: string }> = {
  door: '/api/v1/questions',
  schema: questionSchema as Command<Asked, never>['schema'],
  run: async (work, { id, visitId, text, version }) => {
    const { tx, projectId, seat } = work;
    const [known] = await tx<{ teamId: string | null; askedBy: string | null }[]>`
      select team_id, asked_by from question where id = ${id} and project_id = ${projectId}`;
    if (!known) {
      const [visit] = await tx`select 1 from visit where id = ${visitId} and project_id = ${projectId} for update`;
      if (!visit) throw new FieldError('visitId', 'This visit is not part of the project.');
      await tx`
        insert into question (id, project_id, visit_id, team_id, asked_by, text, position)
        select ${id}, ${projectId}, ${visitId}, ${seat.teamId}, ${seat.actor.id}, ${text}, coalesce(max(position), 0) + 1
        from question where visit_id = ${visitId}`;
      return { id };
    }
    if (version === null) return { id };
    const own = known.askedBy === seat.actor.id || allowed(seat, 'question.change', known);
    if (!own) throw new FieldError('', 'Only the team that put this question, or the instructor, can change it.');
    const written = await tx`
      update question set text = ${text} where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
    await orConflict(written, tx, id, async () => {
      const [row] = await tx<{ text: string; version: number }[]>`select text, version from question where id = ${id}`;
      return row;
    });
    return { id };
  },
};

/** Writes down what was heard, as a line of one's own: several people note the same answer at once, and none is lost. */
export const recordNote: Command<Noted, { id: string }> = {
  door: '/api/v1/notes',
  schema: noteSchema as Command<Noted, never>['schema'],
  run: (work, input) => writeNote(work, input, { authorId: work.seat.actor.id, byLink: '' }),
};

/** The same by the client's link. */
export const recordClientAnswer: Command<Noted, { id: string }> = {
  door: '/api/v1/client-answers',
  schema: noteSchema as Command<Noted, never>['schema'],
  run: async (work, input) => {
    const [shown] = await work.tx`
      select 1 from question where id = ${input.questionId} and project_id = ${work.projectId} and not hidden and merged_into is null`;
    if (!shown) throw new FieldError('questionId', 'This question is no longer asked.');
    return writeNote(work, input, { authorId: null, byLink: work.seat.actor.name });
  },
};

interface Author {
  authorId: string | null;
  byLink: string;
}

async function writeNote({ tx, projectId, age }: Work, input: Noted, author: Author): Promise<{ id: string }> {
  const { id, questionId, text, version, withdraw } = input;
  const mine = tx`author_id is not distinct from ${author.authorId} and by_link = ${author.byLink}`;
  const [known] = await tx<{ mine: boolean }[]>`
    select ${mine} as mine from note where id = ${id} and project_id = ${projectId}`;
  if (!known) {
    const [question] = await tx`select 1 from question where id = ${questionId} and project_id = ${projectId}`;
    if (!question) throw new FieldError('questionId', 'This question is not part of the project.');
    const madeAt = new Date(Date.now() - age);
    await tx`insert into note ${tx({ id, projectId, questionId, ...author, text, madeAt })}`;
    return { id };
  }
  if (!known.mine)
    throw new FieldError('', 'A note can be changed only by whoever wrote it; write your own beside it.');
  if (version === null) return { id };
  const written = await tx`
    update note set text = ${text}, withdrawn_at = case when ${withdraw} then now() end
    where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
  await orConflict(written, tx, id, async () => {
    const [row] = await tx<{ text: string; version: number }[]>`select text, version from note where id = ${id}`;
    return row;
  });
  return { id };
}
