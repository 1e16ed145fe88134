'use server';

import { allowed } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { orConflict, type Work, action } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { read, readOptional } from '@/ui/forms/schema';
import {
  answerSchema,
  arrangeSchema,
  mergeSchema,
  splitSchema,
  statementSchema,
  visitSchema,
} from '@/areas/brief/records/interview';
import { sentenceWithin } from '@/areas/brief/shared/interview/sentenceWithin';

export const saveVisit = action(
  'saveVisit',
  visitSchema,
  async (work, { id, version, title, saidBy, heldOn, minutes, state }) => {
    const values = { title, saidBy, heldOn, minutes: read(minutes, work.notes), state };
    const toForm = (row: Record<string, unknown>) => ({ ...row, minutes: String(row.minutes) });
    return { id: await saveRow(work, 'visit', { id, version }, values, toForm) };
  },
);

interface Placed {
  id: string;
  position: number;
  mergedInto: string | null;
}

/** Moves a question in the running order, marks it as a must, hides it, or gives it its time. */
export const arrangeQuestion = action(
  'arrangeQuestion',
  arrangeSchema,
  async (work, { id, version, move, must, hidden, minutes }) => {
    const { tx, projectId, notes } = work;
    if (!id) throw new FieldError('', 'Say which question.');
    if (move) return moveQuestion(work, id, move === 'up' ? -1 : 1);
    const written = await tx`
          update question set must = coalesce(${must}, must), hidden = coalesce(${hidden}, hidden),
            minutes = case when ${must === null && hidden === null} then ${readOptional(minutes, notes)}::double precision else minutes end
          where id = ${id} and project_id = ${projectId} and version = ${version ?? 0} returning 1`;
    await orConflict(written, tx, id, async () => {
      const [row] = await tx<{ text: string; must: boolean; hidden: boolean; version: number }[]>`
            select text, must, hidden, version from question where id = ${id} and project_id = ${projectId}`;
      return row;
    });
  },
);

async function moveQuestion({ tx, projectId }: Work, id: string, by: 1 | -1): Promise<void> {
  const all = await tx<Placed[]>`
    select q.id, q.position, q.merged_into from question q
    where q.project_id = ${projectId} and q.visit_id = (select visit_id from question where id = ${id} and project_id = ${projectId})
    order by q.position, q.created_at, q.id for update`;
  const shown = all.filter((one) => one.mergedInto === null).map((one) => one.id);
  const at = shown.indexOf(id);
  if (at < 0) throw new FieldError('', 'This question was merged or removed meanwhile.');
  const to = at + by;
  if (to < 0 || to >= shown.length) return;
  [shown[at], shown[to]] = [shown[to]!, shown[at]!];
  await tx`
    update question q set position = o.place from unnest(${shown}::uuid[]) with ordinality as o (id, place)
    where q.id = o.id and q.position <> o.place`;
}

/** Makes two questions one: the second stands under the first from now on, with what was noted for it. */
export const mergeQuestions = action('mergeQuestions', mergeSchema, async ({ tx, projectId }, { keep, drop }) => {
  const rows = await tx<(Placed & { visitId: string; text: string })[]>`
          select id, position, merged_into, visit_id, text from question
          where project_id = ${projectId} and id in (${keep}, ${drop}) order by id for update`;
  const [one, other] = [rows.find((row) => row.id === keep), rows.find((row) => row.id === drop)];
  if (!one || !other || one.visitId !== other.visitId)
    throw new FieldError('', 'These two questions can’t be merged: they are not of one visit of this project.');
  if (one.mergedInto || other.mergedInto)
    throw new FieldError('', 'Somebody else has merged one of these two already; nothing was changed.');
  await tx`update question set merged_into = ${keep} where id = ${drop} or merged_into = ${drop}`;
});

/** Takes a merged question out again. */
export const splitQuestion = action('splitQuestion', splitSchema, async ({ tx, projectId }, { id }) => {
  const gone = await tx`
          update question set merged_into = null where id = ${id} and project_id = ${projectId} and merged_into is not null returning 1`;
  if (gone.length === 0) throw new FieldError('', 'This question stands by itself already.');
});

/** The one answer that the notes come to. */
export const saveAnswer = action('saveAnswer', answerSchema, async (work, { id, version, questionId, text }) => {
  const { tx, projectId } = work;
  const [question] = await tx`select 1 from question where id = ${questionId} and project_id = ${projectId}`;
  if (!question) throw new FieldError('questionId', 'This question is not part of the project.');
  const values = id ? { text } : { questionId, text };
  return { id: await saveRow(work, 'answer', { id, version }, values, (row) => ({ text: row.text })) };
});

/**
 * Keeps a sentence as it was said: selected in an answer, of which it must be a part, or typed by the instructor. The same
 * sentence of the same answer is kept once.
 */
export const saveStatement = action(
  'saveStatement',
  statementSchema,
  async (work, { id, version, answerId, sentence, saidBy, saidOn }) => {
    const { tx, projectId, seat } = work;
    if (!answerId) {
      if (!allowed(seat, 'brief.write')) throw new FieldError('', 'Select a sentence of an answer.');
      if (!saidBy) throw new FieldError('saidBy', 'Who said it is needed.');
      if (!/^\d{4}-\d\d-\d\d$/.test(saidOn)) throw new FieldError('saidOn', 'The day is a date like 2026-10-05.');
      const toForm = (row: Record<string, unknown>) => ({
        sentence: row.sentence,
        saidBy: row.saidBy,
        saidOn: row.saidOn,
      });
      return { id: await saveRow(work, 'statement', { id, version }, { sentence, saidBy, saidOn }, toForm) };
    }
    const [answer] = await tx<{ text: string; saidBy: string; heldOn: string }[]>`
          select a.text, v.said_by, v.held_on from answer a join question q on q.id = a.question_id join visit v on v.id = q.visit_id
          where a.id = ${answerId} and a.project_id = ${projectId} for update of a`;
    const part = answer && sentenceWithin(answer.text, sentence);
    if (!answer || !part)
      throw new FieldError(
        'sentence',
        'These words aren’t within one answer. Select within a single answer, as it stands now.',
      );
    const [known] = await tx<{ id: string }[]>`
          select id from statement where answer_id = ${answerId} and sentence = ${part}`;
    if (known) return known;
    const [row] = await tx<[{ id: string }]>`
          insert into statement ${tx({ projectId, answerId, sentence: part, saidBy: answer.saidBy, saidOn: answer.heldOn })} returning id`;
    return row;
  },
);
