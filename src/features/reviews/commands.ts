import type { InferType } from 'yup';
import { mustBeDoable } from '@/domain/actions/mustBeDoable';
import { reviewsOfGuest } from '@/domain/reviews/guests';
import { ABOUT_KINDS, listReviews, slotIn, type AboutKind } from '@/domain/reviews/read';
import { peerTarget, slotTarget } from '@/domain/reviews/targets';
import { FieldError } from '@/server/outcome';
import { momentOf, orConflict, type Command, type Work } from '@/server/perform';
import {
  clientOutcomeSchema,
  guestNoteSchema,
  opinionSchema,
  peerSchema,
  roomNoteSchema,
  useReportSchema,
} from './schema';

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

type Written = Pick<GuestNote, 'id' | 'slotId' | 'text' | 'version' | 'withdraw'>;

async function writeFinding(
  work: Work,
  input: Written & { kind: string; aboutKind: string; aboutId: string | null; about: string; ownerId?: string | null },
  author: Author,
): Promise<{ id: string }> {
  const { tx, projectId } = work;
  const { id, slotId, kind, text, version, withdraw } = input;
  const teamId = await teamOf(work, slotId);
  const aboutKind = ABOUT_KINDS.includes(input.aboutKind as AboutKind) && input.about !== '' ? input.aboutKind : null;
  const what = {
    kind,
    text,
    aboutKind,
    aboutId: aboutKind ? input.aboutId : null,
    about: aboutKind ? input.about : '',
  };
  const mine = tx`author_id is not distinct from ${author.authorId} and by_link = ${author.byLink}`;
  const [known] = await tx<{ mine: boolean }[]>`
    select ${mine} as mine from review_finding where id = ${id} and project_id = ${projectId}`;
  if (!known) {
    const row = {
      id,
      projectId,
      slotId,
      teamId,
      ...what,
      ...author,
      ownerId: input.ownerId ?? null,
      madeAt: momentOf(work),
    };
    await tx`insert into review_finding ${tx(row)}`;
    return { id };
  }
  if (!known.mine)
    throw new FieldError('', 'A finding can be changed only by whoever noted it; note your own beside it.');
  if (version === null) return { id };
  if (withdraw) {
    const [merged] = await tx`select 1 from review_finding where merged_into = ${id} and withdrawn_at is null limit 1`;
    if (merged) throw new FieldError('', 'Others’ findings were merged into this one; it stays.');
  }
  const written = await tx`
    update review_finding set ${tx(what)}, withdrawn_at = case when ${withdraw} then now() end
    where id = ${id} and project_id = ${projectId} and version = ${version} and withdrawn_at is null returning 1`;
  await orConflict(written, tx, id, async () => {
    const [row] = await tx<{ kind: string; text: string; version: number }[]>`
      select kind, text, version from review_finding where id = ${id} and withdrawn_at is null`;
    return row;
  });
  return { id };
}

async function writeNote(
  work: Work,
  input: Written & { kind: 'decision' | 'question' },
  author: Author,
): Promise<{ id: string }> {
  const { tx, projectId } = work;
  const { id, slotId, kind, text, version, withdraw } = input;
  const teamId = await teamOf(work, slotId);
  const mine = tx`author_id is not distinct from ${author.authorId} and by_link = ${author.byLink}`;
  const [known] = await tx<{ mine: boolean }[]>`
    select ${mine} as mine from review_note where id = ${id} and project_id = ${projectId}`;
  if (!known) {
    await tx`insert into review_note ${tx({ id, projectId, slotId, teamId, kind, text, ...author, madeAt: momentOf(work) })}`;
    return { id };
  }
  if (!known.mine) throw new FieldError('', 'This can be changed only by whoever noted it; note your own beside it.');
  if (version === null) return { id };
  const written = await tx`
    update review_note set kind = ${kind}, text = ${text}, withdrawn_at = case when ${withdraw} then now() end
    where id = ${id} and project_id = ${projectId} and version = ${version} and withdrawn_at is null returning 1`;
  await orConflict(written, tx, id, async () => {
    const [row] = await tx<{ kind: string; text: string; version: number }[]>`
      select kind, text, version from review_note where id = ${id} and withdrawn_at is null`;
    return row;
  });
  return { id };
}

async function writeAction(
  work: Work,
  { id, slotId, text, ownerId, dueOn, version, withdraw }: RoomNote,
): Promise<{ id: string }> {
  const { tx, projectId } = work;
  const teamId = await teamOf(work, slotId);
  const values = { what: text, ownerId, dueOn };
  const [known] = await tx`select 1 from action where id = ${id} and project_id = ${projectId}`;
  if (known && version === null) return { id };
  if (!withdraw) await mustBeDoable(work, teamId, [{ ownerId: ownerId!, dueOn }]);
  if (!known) {
    await tx`insert into action ${tx({ id, projectId, teamId, ...values, sourceKind: 'review', sourceId: slotId })}`;
    return { id };
  }
  const written = await tx`
    update action set ${tx(withdraw ? { state: 'dropped' } : values)}
    where id = ${id} and project_id = ${projectId} and version = ${version} and source_id = ${slotId} returning 1`;
  await orConflict(written, tx, id, async () => {
    const [row] = await tx<{ text: string; version: number }[]>`
      select what as text, version from action where id = ${id} and source_id = ${slotId}`;
    return row;
  });
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
    const [known] = await tx<{ id: string; version: number }[]>`
      select id, version from opinion where slot_id = ${slotId} and by_link = ${byLink}`;
    if (known!.id === id && version === null) return { id };
    const written = await tx`
      update opinion set ${tx(values)} where id = ${known!.id} and version = ${version ?? 0} returning 1`;
    await orConflict(written, tx, known!.id, async () => {
      const [now] = await tx<(typeof values & { version: number })[]>`
        select pleases, displeases, chosen, version from opinion where id = ${known!.id}`;
      return now;
    });
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
    const written = await tx`
      update wish_outcome set agrees = ${agrees === 'yes'}, comment = ${comment}, client = ${seat.actor.name}
      where id = ${id} and project_id = ${projectId} and version = ${version ?? 0} returning 1`;
    await orConflict(written, tx, id, async () => {
      const [row] = await tx<{ agrees: boolean | null; comment: string; version: number }[]>`
        select agrees, comment, version from wish_outcome where id = ${id}`;
      return row && { ...row, agrees: row.agrees === null ? '' : row.agrees ? 'yes' : 'no' };
    });
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
    const written = await tx`
      update peer_review set ${tx(pick(values))} where id = ${known!.id} and version = ${version ?? 0} returning 1`;
    await orConflict(written, tx, known!.id, async () => {
      const [now] = await tx<
        { clear: string; breaksFirst: string; suggestion: string; about: string; version: number }[]
      >`
        select clear, breaks_first, suggestion, about, version from peer_review where id = ${known!.id}`;
      return now;
    });
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
