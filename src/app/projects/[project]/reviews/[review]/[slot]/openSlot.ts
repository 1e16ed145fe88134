import { notFound } from 'next/navigation';
import { openSheet, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import type { Sql } from '@/db/connection';
import { listReviews, runningOrder, slotIn, slotTarget } from '@/areas/reviews';
import { isId } from '@/server/access';

type SlotRoute =
  | '/projects/[project]/reviews/[review]/[slot]'
  | '/projects/[project]/reviews/[review]/[slot]/minutes'
  | '/projects/[project]/reviews/[review]/[slot]/handover';

/** Opens a page about a team's part of a review: whoever may not read that team's packet finds nothing. */
export async function openSlot(sql: Sql, route: SlotRoute, props: SheetProps<{ review: string; slot: string }>) {
  const { project, review: reviewId, slot: slotId } = await props.params;
  const target = isId(project) ? await slotTarget(sql, { slotId }, project) : null;
  if (!target) notFound();
  const frame = await openSheet(route, props, target);
  const found = slotIn(await listReviews(sql, project), slotId);
  if (found?.review.id !== reviewId) notFound();
  const { review, slot } = found;
  const section = frame.sections.find(({ id }) => id === review.sectionId);
  const order = runningOrder(review, section);
  return {
    frame,
    review,
    slot,
    team: frame.teams.find(({ id }) => id === slot.teamId)!,
    at: order.at.get(slot.id) ?? null,
    hrefOf: (view: '' | '/minutes' | '/handover') => hrefIn(frame, `reviews/${review.id}/${slot.id}${view}`),
    released: target.released === true,
  };
}
