import { allowed } from '@/server/access';
import { listReviews, listKinds, listFindings, runningOrder, standingOnly, isOpen } from '@/areas/reviews/read/reviews';
import { listStages } from '@/areas/plan';
import { listLinks, type Place } from '@/areas/course';
import { notFound } from 'next/navigation';
import type { Sql } from '@/db/connection';

/** What the page “Review” shows. */
export async function readReviewPage(sql: Sql, frame: Place, { id }: { id: string }) {
  const { seat } = frame;
  const { project } = seat;
  const leads = allowed(seat, 'review.write');
  const [reviews, kinds, findings, stages, links] = await Promise.all([
    listReviews(sql, project.id),
    listKinds(sql, project.id),
    listFindings(sql, project.id),
    listStages(sql, project.id),
    leads ? listLinks(sql, project.id, 'panel', id) : [],
  ]);
  const review = reviews.find((one) => one.id === id);
  if (!review) notFound();
  const section = frame.sections.find((one) => one.id === review.sectionId);
  const order = runningOrder(review, section);
  const begun = review.slots.some(({ begunAt }) => begunAt !== null);
  const waits = review.ordered === 'drawn' && review.seed === null;
  const open = new Map<string, number>();
  for (const one of standingOnly(findings).filter(isOpen)) open.set(one.slotId, (open.get(one.slotId) ?? 0) + 1);
  return { leads, kinds, stages, links, review, section, order, begun, waits, open };
}
