import type { InferType } from 'yup';
import { mustBeDoable } from '@/areas/course';
import { reviewsOfGuest } from '@/areas/reviews/read/guests';
import { ABOUT_KINDS, listReviews, slotIn, type AboutKind } from '@/areas/reviews/read/reviews';
import { peerTarget, slotTarget } from '@/areas/reviews/read/targets';
import { FieldError } from '@/server/outcome';
import { momentOf, orConflict, type Command, type Work } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import {
  clientOutcomeSchema,
  guestNoteSchema,
  opinionSchema,
  peerSchema,
  roomNoteSchema,
  useReportSchema,
} from '@/areas/reviews/records/reviews';

type RoomNote = InferType<typeof roomNoteSchema>;
type GuestNote = InferType<typeof guestNoteSchema>;
interface Author {
  authorId: string | null;
  byLink: string;
}

/** What somebody on the panel notes: a finding, a decision, a question that stays open, an action. Several note at once. */
export const recordRoomNote: Command<RoomNote, { id: string }> = {
  door: '/api/v1/review-notes',
  schema: roomNoteSchema as Command<RoomNote, never>['schema'],
  target: slotTarget,
  run: async (work, input) => {
    const author = { authorId: work.seat.actor.id, byLink: '' };
    if (input.kind === 'action') return writeAction(work, input);
    if (input.kind === 'decision' || input.kind === 'question')
      return writeNote(work, { ...input, kind: input.kind }, author);
    return writeFinding(work, { ...input, kind: input.kind }, author);
  },
};

/** The same by a guest of the panel: findings and questions. */
export const recordGuestNote: Command<GuestNote, { id: string }> = {
  door: '/api/v1/guest-notes',
  schema: guestNoteSchema as Command<GuestNote, never>['schema'],
  run: async (work, input) => {
    await mustSitIn(work, input.slotId);
    const author = { authorId: null, byLink: work.seat.actor.name };
    if (input.kind === 'question') return writeNote(work, { ...input, kind: input.kind }, author);
    return writeFinding(work, { ...input, kind: input.kind }, author);
  },
};

/** A guest speaks of the teams of the reviews that they were asked to. */
async function mustSitIn({ tx, projectId, seat }: Work, slotId: string) {
  const found = slotIn(reviewsOfGuest(seat, await listReviews(tx, projectId)), slotId);
  if (!found) throw new FieldError('', 'You don’t sit on the panel of this team.');
  return found;
}

async function teamOf({ tx, projectId }: Work, slotId: string): Promise<string> {
  const [row] = await tx<{ teamId: string }[]>`
    select team_id from review_slot where id = ${slotId} and project_id = ${projectId}`;
  if (!row) throw new FieldError('', 'This team is not part of the review any more.');
  return row.teamId;
}

type Written = Pick<GuestNote, 'id' | 'slotId' | 'kind' | 'text' | 'version' | 'withdraw'>;

function writeFinding(
  work: Work,
  input: Written & { aboutKind: string; aboutId: string | null; about: string },
  author: Author,
): Promise<{ id: string }> {
  const tied = ABOUT_KINDS.includes(input.aboutKind as AboutKind) && input.about !== '';
  const about = tied
    ? { aboutKind: input.aboutKind, aboutId: input.aboutId, about: input.about }
    : { aboutKind: null, aboutId: null, about: '' };
  return keepOwn(work, 'review_finding', input, { kind: input.kind, text: input.text, ...about }, author);
}

const writeNote = (work: Work, input: Omit<Written, 'kind'> & { kind: 'decision' | 'question' }, author: Author) =>
  keepOwn(work, 'review_note', input, { kind: input.kind, text: input.text }, author);

/** Writes what somebody noted as their own: new, changed by them alone, or withdrawn. */
async function keepOwn(
  work: Work,
  table: 'review_finding' | 'review_note',
  { id, slotId, version, withdraw }: Pick<Written, 'id' | 'slotId' | 'version' | 'withdraw'>,
  what: { kind: string; text: string },
  author: Author,
): Promise<{ id: string }> {
  const { tx, projectId } = work;
  const teamId = await teamOf(work, slotId);
  const [known] = await tx<{ mine: boolean }[]>`
    select author_id is not distinct from ${author.authorId} and by_link = ${author.byLink} as mine
    from ${tx(table)} where id = ${id} and project_id = ${projectId}`;
  if (!known) {
    await tx`insert into ${tx(table)} ${tx({ id, projectId, slotId, teamId, ...what, ...author, madeAt: momentOf(work) })}`;
    return { id };
  }
  if (!known.mine) throw new FieldError('', 'This can be changed only by whoever noted it; note your own beside it.');
  if (version === null) return { id };
  if (withdraw && table === 'review_finding') {
    const [merged] = await tx`select 1 from review_finding where merged_into = ${id} and withdrawn_at is null limit 1`;
    if (merged) throw new FieldError('', 'Others’ findings were merged into this one; it stays.');
  }
  const written = await tx`
    update ${tx(table)} set ${withdraw ? tx`withdrawn_at = now()` : tx(what)}
    where id = ${id} and project_id = ${projectId} and version = ${version} and withdrawn_at is null returning 1`;
  await orConflict(written, tx, id, async () => {
    const [row] = await tx<{ kind: string; text: string; version: number }[]>`
      select kind, text, version from ${tx(table)} where id = ${id} and withdrawn_at is null`;
    return row;
  });
  return { id };
}

/** An action of the team, by somebody of it and a class meeting; it is marked as done where actions are listed. */
async function writeAction(work: Work, { id, slotId, text, ownerId, dueOn }: RoomNote): Promise<{ id: string }> {
  const { tx, projectId } = work;
  const teamId = await teamOf(work, slotId);
  await mustBeDoable(work, teamId, [{ ownerId: ownerId!, dueOn }]);
  const row = { id, projectId, teamId, what: text, ownerId, dueOn, sourceKind: 'review', sourceId: slotId };
  await tx`insert into action ${tx(row)} on conflict (id) do nothing`;
  return { id };
}

type Said = InferType<typeof opinionSchema>;

/** What a guest thinks of what they were shown; one word a team, which they can change. */
export const recordOpinion: Command<Said, { id: string }> = {
  door: '/api/v1/opinions',
  schema: opinionSchema as Command<Said, never>['schema'],
  run: async (work, { id, slotId, version, pleases, displeases, chosen }) => {
    const { tx, projectId, seat } = work;
    const { slot } = await mustSitIn(work, slotId);
    const byLink = seat.actor.name;
    const values = { pleases, displeases, chosen };
    const row = { id, projectId, slotId, teamId: slot.teamId, byLink, ...values, madeAt: momentOf(work) };
    const fresh = await tx<{ id: string }[]>`
      insert into opinion ${tx(row)} on conflict (slot_id, by_link) do nothing returning id`;
    if (fresh.length > 0) return { id };
    const [known] = await tx<{ id: string }[]>`
      select id from opinion where slot_id = ${slotId} and by_link = ${byLink}`;
    if (known!.id === id && version === null) return { id };
    await saveRow(work, 'opinion', { id: known!.id, version }, values, (now) => ({
      ...{ pleases: now.pleases, displeases: now.displeases, chosen: now.chosen },
    }));
    return { id: known!.id };
  },
};

type Ticked = InferType<typeof clientOutcomeSchema>;

/** Whether the client agrees with what a team says became of a wish. */
export const recordClientOutcome: Command<Ticked, { id: string }> = {
  door: '/api/v1/client-outcomes',
  schema: clientOutcomeSchema as Command<Ticked, never>['schema'],
  run: async (work, { id, version, agrees, comment }) => {
    const { tx, projectId, seat } = work;
    const [wish] = await tx<{ teamId: string }[]>`
      select team_id from wish_outcome where id = ${id} and project_id = ${projectId}`;
    const shown = reviewsOfGuest(seat, await listReviews(tx, projectId)).some(
      ({ kind, slots }) => kind.purpose === 'unveiling' && slots.some(({ teamId }) => teamId === wish?.teamId),
    );
    if (!wish || !shown) throw new FieldError('', 'This wish is not put before you.');
    const values = { agrees: agrees === 'yes', comment, client: seat.actor.name };
    await saveRow(work, 'wish_outcome', { id, version }, values, (row) => ({
      agrees: row.agrees === null ? '' : row.agrees ? 'yes' : 'no',
      comment: row.comment,
    }));
    return { id };
  },
};

type Used = InferType<typeof useReportSchema>;

/** How a product holds after weeks of use. */
export const recordUse: Command<Used, { id: string }> = {
  door: '/api/v1/use-reports',
  schema: useReportSchema as Command<Used, never>['schema'],
  run: async (work, { id, slotId, holds, says, broke }) => {
    const { tx, projectId, seat } = work;
    const { slot } = await mustSitIn(work, slotId);
    const row = { id, projectId, slotId, teamId: slot.teamId, byLink: seat.actor.name, holds, says, broke };
    await tx`insert into use_report ${tx({ ...row, madeAt: momentOf(work) })} on conflict (id) do nothing`;
    return { id };
  },
};

type Peer = InferType<typeof peerSchema>;

/** What a student says of another team's design. It can be changed until the peers' reviews are released. */
export const recordPeerReview: Command<Peer, { id: string }> = {
  door: '/api/v1/peer-reviews',
  schema: peerSchema as Command<Peer, never>['schema'],
  target: (sql, input, projectId, seat) => peerTarget(sql, input, projectId, seat),
  run: async (work, { id, slotId, version, ...values }) => {
    const { tx, projectId, seat } = work;
    const teamId = await teamOf(work, slotId);
    const row = { id, projectId, slotId, teamId, authorId: seat.actor.id, ...pick(values), madeAt: momentOf(work) };
    const fresh = await tx`insert into peer_review ${tx(row)} on conflict (slot_id, author_id) do nothing returning 1`;
    if (fresh.length > 0) return { id };
    const [known] = await tx<{ id: string; released: boolean }[]>`
      select p.id, r.peers_released_at is not null as released from peer_review p join review_slot s on s.id = p.slot_id
      join review r on r.id = s.review_id where p.slot_id = ${slotId} and p.author_id = ${seat.actor.id}`;
    if (known!.id === id && version === null) return { id };
    if (known!.released) throw new FieldError('', 'The reviews are released; yours stays as you wrote it.');
    await saveRow(work, 'peer_review', { id: known!.id, version }, pick(values), (now) => pick(now as never));
    return { id: known!.id };
  },
};

const pick = ({
  clear,
  breaksFirst,
  suggestion,
  about,
  signed,
}: Omit<Peer, 'id' | 'slotId' | 'version' | 'projectId'>) => ({
  ...{ clear, breaksFirst, suggestion, about, signed },
});
