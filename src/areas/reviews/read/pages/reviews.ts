import { allowed } from '@/server/access';
import { listReviews, listKinds, listFindings, standingOnly, isOpen } from '@/areas/reviews/read/reviews';
import { listStages } from '@/areas/plan';
import { offersOf } from '@/areas/reviews/shared/offers';
import { askedToReview } from '@/areas/reviews/read/peers';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Reviews” shows. */
export async function readReviewsPage(sql: Sql, frame: Place) {
  const { seat } = frame;
  const { project, role } = seat;
  const leads = allowed(seat, 'review.write');
  const [reviews, kinds, findings, stages] = await Promise.all([
    listReviews(sql, project.id),
    listKinds(sql, project.id),
    listFindings(sql, project.id),
    listStages(sql, project.id),
  ]);
  const shown = reviews.filter(
    (one) =>
      (!frame.section || one.sectionId === frame.section.id) &&
      (!frame.team || one.slots.some((slot) => slot.teamId === frame.team!.id)),
  );
  const open = standingOnly(findings).filter(isOpen);
  const offers = offersOf(frame, kinds, stages, null);
  const asked = role === 'student' ? askedToReview(seat, reviews).filter(({ review }) => !review.peersReleased) : [];
  return { leads, reviews, shown, open, offers, asked };
}
