import { listReviews } from '@/areas/reviews/read/reviews';
import { notFound } from 'next/navigation';
import { listPeerReviews, askedToReview } from '@/areas/reviews/read/peers';
import { listRequirements } from '@/areas/brief';
import { listIterations } from '@/areas/builds';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Peers” shows. */
export async function readPeersPage(sql: Sql, frame: Place, { id }: { id: string }) {
  const { seat } = frame;
  const { project, actor, role, teamId } = seat;
  const reviews = await listReviews(sql, project.id);
  const review = reviews.find((one) => one.id === id);
  if (!review) notFound();
  const [all, requirements, iterations] = await Promise.all([
    listPeerReviews(sql, seat, reviews),
    listRequirements(sql, project.id),
    listIterations(sql, project.id),
  ]);
  const slots = new Map(review.slots.map((slot) => [slot.id, slot]));
  const here = all.filter((one) => slots.has(one.slotId));
  const asked = role === 'student' ? askedToReview(seat, [review]) : [];
  const got = here.filter((one) => one.teamId === teamId && one.authorId !== actor.id);
  return { review, all, requirements, iterations, here, asked, got };
}
