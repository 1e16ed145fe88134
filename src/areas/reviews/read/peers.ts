import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import type { Seat } from '@/server/access';
import { seesAll } from '@/server/access';
import type { Review } from './reviews';

/** What a student says of another team's design. Who wrote it is known where that may be told. */
export interface PeerReview {
  id: string;
  slotId: string;
  teamId: string;
  /** null where the person who looks is not to know. */
  author: string | null;
  authorId: string | null;
  signed: boolean;
  clear: string;
  breaksFirst: string;
  suggestion: string;
  /** The evidence that the suggestion is tied to. */
  about: string;
  takenUpOn: string | null;
  takenUpWith: string;
  version: number;
}

const listAll = remembered(async (sql: Sql, projectId: string): Promise<PeerReview[]> => {
  return sql<PeerReview[]>`
    select p.id, p.slot_id, p.team_id, a.name as author, p.author_id, p.signed, p.clear, p.breaks_first, p.suggestion, p.about,
      p.taken_up_on, p.taken_up_with, p.version
    from peer_review p join account a on a.id = p.author_id where p.project_id = ${projectId} order by p.made_at, p.id`;
});

/**
 * The peer reviews that a person may read: whoever leads, all of them; a student, the own ones, and those of the own team once they
 * are released, with the name only where it is signed.
 */
export async function listPeerReviews(sql: Sql, seat: Seat, reviews: readonly Review[]): Promise<PeerReview[]> {
  const all = await listAll(sql, seat.project.id);
  if (seesAll(seat)) return all;
  const released = new Set(
    reviews.filter(({ peersReleased }) => peersReleased).flatMap(({ slots }) => slots.map(({ id }) => id)),
  );
  return all.flatMap((one) => {
    if (one.authorId === seat.actor.id) return [one];
    if (one.teamId !== seat.teamId || !released.has(one.slotId)) return [];
    return [{ ...one, authorId: null, author: one.signed ? one.author : null }];
  });
}

/** The parts of reviews that a student is asked to review: of other teams of the section. */
export function askedToReview(seat: Pick<Seat, 'teamId' | 'sectionId'>, reviews: readonly Review[]) {
  return reviews.flatMap((review) =>
    review.peers === 'none' || review.sectionId !== seat.sectionId
      ? []
      : review.slots
          .filter(
            ({ teamId, peerId }) => teamId !== seat.teamId && (review.peers === 'everybody' || peerId === seat.teamId),
          )
          .map((slot) => ({ review, slot })),
  );
}

/** How useful the reviews were that somebody wrote: how many, and whose suggestions were taken up. */
export interface Reviewer {
  id: string;
  name: string;
  written: number;
  takenUp: number;
}
export function usefulness(all: readonly PeerReview[]): Reviewer[] {
  const people = new Map<string, Reviewer>();
  for (const { authorId, author, takenUpOn } of all) {
    if (authorId === null || author === null) continue;
    const one = people.get(authorId) ?? { id: authorId, name: author, written: 0, takenUp: 0 };
    people.set(authorId, { ...one, written: one.written + 1, takenUp: one.takenUp + Number(takenUpOn !== null) });
  }
  return [...people.values()].sort(
    (a, b) => b.takenUp - a.takenUp || b.written - a.written || (a.name < b.name ? -1 : 1),
  );
}
