'use server';

import { draw } from '@/core/teams';
import { json } from '@/db/connection';
import { listSections, listTeams, meetingsOf } from '@/areas/course';
import { meetingKey } from '@/areas/plan';
import { listReviews, type Review } from '@/areas/reviews/read/reviews';
import { FieldError } from '@/server/outcome';
import { action, type Work } from '@/server/perform';
import { removeRow, saveRow } from '@/server/saveRow';
import { read, seedSchema } from '@/ui/forms/schema';
import { addKind, inOrder, keepSlots, kindOf } from './planning';
import {
  kindSchema,
  removeKindSchema,
  reviewIdSchema,
  reviewSchema,
  ruleSchema,
  usualKindSchema,
} from '@/areas/reviews/records/reviews';
import { fromLines, kindForm, reviewForm } from '@/areas/reviews/read/toForm';

/** A kind of review with its agenda, checklist and questions. */
export const saveReviewKind = action(
  'saveReviewKind',
  kindSchema,
  async (work, { id, version, name, purpose, ...more }) => {
    const { tx } = work;
    const values = {
      name,
      purpose,
      remarks: read(more.remarks),
      agenda: json(
        tx,
        more.agenda.map((one) => ({ title: one.title, minutes: read(one.minutes) })),
      ),
      checklist: json(tx, fromLines(more.checklist)),
      questions: json(tx, fromLines(more.questions)),
    };
    return { id: await saveRow(work, 'review_kind', { id, version }, values, (row) => kindForm(row as never)) };
  },
);

/** Adds one of the usual kinds, to be changed afterwards. */
export const addUsualKind = action('addUsualKind', usualKindSchema, async (work, { name }) => ({
  id: await addKind(work, name, 'name'),
}));

export const removeReviewKind = action('removeReviewKind', removeKindSchema, (work, { id }) =>
  removeRow(work, 'review_kind', id!, 'This kind of review'),
);

/** Plans a review: its teams in their order over class meetings, who sits on the panel. */
export const saveReview = action('saveReview', reviewSchema, async (work, { id, version, kind, teams, ...input }) => {
  const { tx, projectId } = work;
  const known = id ? await lockReview(work, id) : null;
  const [section] = (await listSections(tx, projectId)).filter((one) => one.id === input.sectionId);
  if (!section) throw new FieldError('sectionId', 'This section is not part of the project.');
  if (known && known.sectionId !== input.sectionId && known.slots.some(({ begunAt }) => begunAt !== null))
    throw new FieldError('sectionId', 'This review has begun, so it stays in its section.');
  const there = new Set(meetingsOf(section).map(meetingKey));
  const meetings = [...new Set(input.meetings)].sort();
  // One that was chosen before and is cancelled since may stay named.
  const other = meetings.find((one) => !there.has(one) && !known?.meetings.includes(one));
  if (other) throw new FieldError('meetings', `Section ${section.name} has no class meeting on ${other}.`);
  const ids = teams.map((one) => one.id);
  if (new Set(ids).size < ids.length) throw new FieldError('teams', 'A team appears twice in the list.');
  const own = (await listTeams(tx, projectId)).filter((team) => team.sectionId === input.sectionId);
  if (ids.some((one) => !own.some((team) => team.id === one)))
    throw new FieldError('teams', 'Only teams of this section take part.');
  const kindId = await kindOf(work, kind);
  const { name, sectionId, stageId, ordered, peers, clientSits, asksAgainOn } = input;
  const panels = read(input.panels);
  // A draw holds for the teams it was made of.
  const keepsDraw = known !== null && ordered === 'drawn' && known.seed !== null && sameTeams(known, ids);
  const values = {
    ...{ name, kindId, sectionId, stageId, ordered, peers, clientSits, panels },
    meetings: json(tx, meetings),
    minutes: read(input.minutes),
    changeover: read(input.changeover),
    opening: read(input.opening),
    asksAgainOn: asksAgainOn || null,
    ...(keepsDraw ? {} : { seed: null }),
  };
  const reviewId = await saveRow(work, 'review', { id, version }, values, () => reviewForm(known!));
  const order = keepsDraw ? known.slots.map(({ teamId }) => teamId) : await inOrder(work, ordered, ids);
  await keepSlots(work, { id: reviewId, peers, panels }, order, known?.slots ?? []);
  if (known && known.slots.some(({ packets }) => packets > 0) && known.meetings.join() !== meetings.join())
    work.notes.push('Packets that were frozen stay as they are; each team can freeze a new one');
  return { id: reviewId };
});

const sameTeams = (review: Review, ids: readonly string[]) =>
  review.slots.length === ids.length && review.slots.every(({ teamId }) => ids.includes(teamId));

/** Takes a review away in which no team was heard yet. */
export const removeReview = action('removeReview', reviewIdSchema, async (work, { id }) => {
  const review = await lockReview(work, id!);
  if (review.slots.some(({ begunAt }) => begunAt !== null))
    throw new FieldError('', 'Teams have been heard in this review; it stays as a record.');
  await removeRow(work, 'review', id!, 'This review');
});

/** Draws the order of the teams by an announced seed, once. */
export const drawReviewOrder = action('drawReviewOrder', seedSchema, async (work, { id, seed }) => {
  const { tx, projectId } = work;
  const review = await lockReview(work, id!);
  if (review.ordered !== 'drawn') throw new FieldError('seed', 'The order of this review is given; nothing is drawn.');
  if (review.seed !== null) throw new FieldError('seed', `The seed “${review.seed}” is announced already.`);
  const { order } = draw({ names: review.slots.map(({ teamId }) => teamId), seed });
  await tx`update review set seed = ${seed} where id = ${review.id} and project_id = ${projectId}`;
  await keepSlots(work, review, order, review.slots);
});

/** Who closes findings in this course. */
export const saveReviewRule = action('saveReviewRule', ruleSchema, async (work, { id, version, closer }) => ({
  id: await saveRow(work, 'review_rule', { id, version }, { closer }, (row) => ({ closer: row.closer })),
}));

/** The review; nobody else writes to it until the transaction ends. */
async function lockReview({ tx, projectId }: Work, id: string): Promise<Review> {
  await tx`select 1 from review where id = ${id} and project_id = ${projectId} for update`;
  const review = (await listReviews(tx, projectId)).find((one) => one.id === id);
  if (!review) throw new FieldError('', 'This review was removed meanwhile.');
  return review;
}
