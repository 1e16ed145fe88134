'use server';

import { closeRefusal } from '@/core/reviews';
import { json } from '@/db/connection';
import { mustBeDoable, ofTeam } from '@/areas/course';
import { findReviewRule, listReviews, slotIn, type Slot } from '@/areas/reviews/read/reviews';
import { findingTarget, noteTarget, peerReviewTarget, slotTarget } from '@/areas/reviews/read/targets';
import type { Packet } from '@/areas/reviews/read/packet';
import { seesAll } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { action, momentOf, perform, type Work } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { evidenceOf } from './evidence';
import { gatherNow, keepPacket, lockSlot } from './freeze';
import {
  answerSchema,
  closeSchema,
  decideSchema,
  findingIdSchema,
  mergeSchema,
  outcomeSchema,
  ownerSchema,
  releasePeersSchema,
  releaseSchema,
  slotSchema,
  takeUpSchema,
  teamPartSchema,
} from '@/areas/reviews/records/reviews';
import { teamPartForm } from '@/areas/reviews/read/toForm';

/** Shows the peers' reviews to the teams, or hides them again. */
export const releasePeers = action('releasePeers', releasePeersSchema, async ({ tx, projectId }, { id, released }) => {
  await tx`update review set peers_released_at = ${released ? tx`now()` : null} where id = ${id} and project_id = ${projectId}`;
});

/** What a team adds to its packet: answers to the questions, and remarks of its own. */
export const saveTeamPart = action(
  'saveTeamPart',
  teamPartSchema,
  async (work, { slotId, version, answers, remarks }) => {
    const { tx, projectId } = work;
    const found = slotIn(await listReviews(tx, projectId), slotId);
    if (!found) throw new FieldError('', 'This team is not part of the review any more.');
    const { review } = found;
    if (remarks.length > review.kind.remarks)
      throw new FieldError('remarks', `This kind of review takes at most ${review.kind.remarks} remarks.`);
    const asked = answers.filter(({ question }) => review.kind.questions.includes(question));
    const values = {
      answers: json(tx, asked),
      remarks: json(
        tx,
        remarks.map(({ text }) => text),
      ),
    };
    await saveRow(work, 'review_slot', { id: slotId, version }, values, (row) => teamPartForm(review, row as Slot));
  },
  slotTarget,
);

/** Freezes a team's packet as it is now. */
export async function freezePacket(input: unknown) {
  let content: Packet | null = null;
  return perform(
    {
      door: 'freezePacket',
      schema: slotSchema,
      target: slotTarget,
      prepare: async ({ slotId }, seat) => void (content = await gatherNow(seat, slotId)),
      run: async (work: Work, { slotId }) => ({ number: await keepPacket(work, slotId, content!) }),
    },
    input,
  );
}

/** Begins a team's part: its packet is frozen, if it was not, and the clock runs. */
export async function beginReview(input: unknown) {
  let content: Packet | null = null;
  return perform(
    {
      door: 'beginReview',
      schema: slotSchema,
      target: slotTarget,
      prepare: async ({ slotId }, seat) => void (content = await gatherNow(seat, slotId, (packets) => packets > 0)),
      run: async (work: Work, { slotId }) => {
        const { tx, projectId } = work;
        const slot = await lockSlot(tx, projectId, slotId);
        if (slot.begunAt && !slot.endedAt) throw new FieldError('', 'Somebody else has started this team already.');
        const [frozen] = await tx`select 1 from packet where slot_id = ${slotId} limit 1`;
        if (!frozen && content) await keepPacket(work, slotId, content);
        await tx`
          update review_slot set begun_at = coalesce(begun_at, ${momentOf(work)}), ended_at = null
          where id = ${slotId} and project_id = ${projectId}`;
      },
    },
    input,
  );
}

/** Ends a team's part. */
export const endReview = action(
  'endReview',
  slotSchema,
  async (work, { slotId }) => {
    const { tx, projectId } = work;
    const slot = await lockSlot(tx, projectId, slotId);
    if (!slot.begunAt || slot.endedAt) throw new FieldError('', 'This team is not being heard.');
    await tx`update review_slot set ended_at = ${momentOf(work)} where id = ${slotId} and project_id = ${projectId}`;
  },
  slotTarget,
);

/** Merges a finding into another one of the same team's part: both authors are named there. */
export const mergeFindings = action(
  'mergeFindings',
  mergeSchema,
  async ({ tx, projectId }, { id, intoId }) => {
    if (id === intoId) throw new FieldError('', 'A finding can’t be merged into itself.');
    const rows = await tx<{ id: string; slotId: string; mergedInto: string | null }[]>`
      select id, slot_id, merged_into from review_finding
      where id = any(${[id!, intoId]}) and project_id = ${projectId} and withdrawn_at is null order by id for update`;
    const [one, into] = [rows.find((row) => row.id === id), rows.find((row) => row.id === intoId)];
    if (!one || !into || one.slotId !== into.slotId)
      throw new FieldError('', 'These two are not findings of the same team’s review any more.');
    if (one.mergedInto || into.mergedInto) throw new FieldError('', 'Somebody else has merged one of them meanwhile.');
    await tx`update review_finding set merged_into = ${intoId} where (id = ${id} or merged_into = ${id}) and project_id = ${projectId}`;
  },
  findingTarget,
);

/** Says who of the team mends a finding. */
export const nameOwner = action(
  'nameOwner',
  ownerSchema,
  async (work, { id, version, ownerId }) => {
    const { tx, projectId } = work;
    const [finding] = await tx<{ teamId: string }[]>`
      select team_id from review_finding where id = ${id} and project_id = ${projectId}`;
    if (ownerId) await mustBeOf(work, finding!.teamId, ownerId, 'ownerId');
    await saveRow(work, 'review_finding', { id, version }, { ownerId }, (row) => ({ ownerId: row.ownerId ?? '' }));
  },
  findingTarget,
);

async function mustBeOf({ tx, projectId }: Work, teamId: string, accountId: string, field: string): Promise<void> {
  const [member] = await tx`
    select 1 from team_member where team_id = ${teamId} and account_id = ${accountId} and project_id = ${projectId}`;
  if (!member) throw new FieldError(field, 'Choose a member of the team.');
}

/** Closes a finding with what shows that it is mended, or with a reason. */
export const closeFinding = action(
  'closeFinding',
  closeSchema,
  async (work, { id, version, evidence, closedWith }) => {
    const { tx, projectId, seat, now } = work;
    const [finding] = await tx<{ teamId: string; ownerId: string | null; closedBy: string | null }[]>`
      select team_id, owner_id, closed_by from review_finding where id = ${id} and project_id = ${projectId}`;
    if (finding!.closedBy)
      throw new FieldError('', 'Somebody else has closed this finding meanwhile; reload to see it.');
    const { closer: rule } = await findReviewRule(tx, projectId);
    const { ownerId, teamId } = finding!;
    const refusal = closeRefusal({
      rule,
      leads: seesAll(seat),
      isOwner: ownerId === seat.actor.id,
      hasOwner: ownerId !== null,
    });
    if (refusal) throw new FieldError('', refusal);
    const { closedBy, closedRef } = await evidenceOf(tx, projectId, teamId, evidence);
    const values = { closedOn: now.slice(0, 10), closedBy, closedRef, closedWith, closerId: seat.actor.id };
    await saveRow(work, 'review_finding', { id, version }, values, closedForm);
  },
  findingTarget,
);

/** How a finding was closed, as both versions show it. */
const closedForm = ({ closedWith }: Record<string, unknown>) => ({ closedWith });

/** Opens a finding again that was closed too early. */
export const reopenFinding = action(
  'reopenFinding',
  findingIdSchema,
  async (work, { id, version }) => {
    const values = { closedOn: null, closedBy: null, closedRef: null, closedWith: '', closerId: null };
    await saveRow(work, 'review_finding', { id, version }, values, closedForm);
  },
  findingTarget,
);

/** The team's answer to a question that stayed open. */
export const answerQuestion = action(
  'answerQuestion',
  answerSchema,
  async (work, { id, version, answer }) => {
    await saveRow(work, 'review_note', { id, version }, { answer }, (row) => ({ answer: row.answer }));
  },
  noteTarget,
);

/** The verdict on a team, with the conditions it asks for; it opens or keeps shut the gates that ask for the review. */
export const decideReview = action(
  'decideReview',
  decideSchema,
  async (work, { slotId, version, verdict, reason, conditions }) => {
    const { tx, projectId, seat, now } = work;
    const slot = await lockSlot(tx, projectId, slotId);
    if (verdict === 'conditions') await mustBeDoable(work, slot.teamId, conditions, (i) => `conditions.${i}.`);
    const values = { verdict, reason, decidedBy: seat.actor.name, decidedOn: now.slice(0, 10) };
    await saveRow(work, 'review_slot', { id: slotId, version }, values, (row) => ({
      verdict: row.verdict ?? '',
      reason: row.reason,
    }));
    await dropConditions(work, slotId);
    if (verdict === 'conditions') {
      const source = { projectId, teamId: slot.teamId, sourceKind: 'verdict', sourceId: slotId };
      await tx`insert into action ${tx(conditions.map((one) => ({ ...one, ...source })))}`;
    }
  },
  slotTarget,
);

/** Takes a verdict back; its conditions that are open are dropped, and gates that ask for the review shut. */
export const withdrawVerdict = action(
  'withdrawVerdict',
  slotSchema,
  async (work, { slotId, version }) => {
    const { tx, projectId } = work;
    const written = await tx`
      update review_slot set verdict = null, reason = '', decided_by = '', decided_on = null
      where id = ${slotId} and project_id = ${projectId} and version = ${version} returning 1`;
    if (written.length === 0) throw new FieldError('', 'Somebody else has changed this meanwhile; reload to see it.');
    await dropConditions(work, slotId);
  },
  slotTarget,
);

async function dropConditions({ tx, projectId }: Work, slotId: string): Promise<void> {
  await tx`
    update action set state = 'dropped' where project_id = ${projectId} and source_kind = 'verdict' and source_id = ${slotId} and state = 'open'`;
}

/** Shows a team what was found, or hides it again. */
export const releaseFindings = action(
  'releaseFindings',
  releaseSchema,
  async ({ tx, projectId }, { slotId, released }) => {
    await tx`update review_slot set released_at = ${released ? tx`now()` : null} where id = ${slotId} and project_id = ${projectId}`;
  },
  slotTarget,
);

/** A team takes up what a peer suggested. */
export const takeUp = action(
  'takeUp',
  takeUpSchema,
  async (work, { id, version, takenUpWith, iterationId }) => {
    const { tx, projectId, now } = work;
    if (iterationId) {
      const [own] = await tx`
        select 1 from iteration i join peer_review p on p.team_id = i.team_id
        where i.id = ${iterationId} and p.id = ${id} and i.project_id = ${projectId}`;
      if (!own) throw new FieldError('iterationId', 'Choose an iteration of the team.');
    }
    const values = { takenUpOn: now.slice(0, 10), takenUpWith, takenUpIteration: iterationId };
    await saveRow(work, 'peer_review', { id, version }, values, (row) => ({ takenUpWith: row.takenUpWith }));
  },
  peerReviewTarget,
);

/** What became of a wish of the client, as the team says it. */
export const saveOutcome = action(
  'saveOutcome',
  outcomeSchema,
  async (work, { id, version, ...values }) => {
    const [said] = await work.tx`
      select 1 from statement where id = ${values.statementId} and project_id = ${work.projectId}`;
    if (!said) throw new FieldError('', 'This sentence was removed meanwhile.');
    // What the client said was said of what stood there before.
    const anew = { agrees: null, comment: '', client: '' };
    return {
      id: await saveRow(work, 'wish_outcome', { id, version }, { ...values, ...(id ? anew : {}) }, outcomeForm),
    };
  },
  ofTeam,
);

const outcomeForm = ({ state, how, reason }: Record<string, unknown>) => ({ state, how, reason });
