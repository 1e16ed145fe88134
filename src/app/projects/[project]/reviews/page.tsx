import { Link } from '@/ui/Link';
import { ADD } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { allowed, seesAll } from '@/server/access';
import { openSheet, ProjectFrame, reviewViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { ReviewForm } from '@/areas/reviews/ui/ReviewForm';
import { newReview, offersOf } from '@/areas/reviews/ui/offers';
import { daysWords, fitWords, stateOf } from '@/areas/reviews/ui/words';
import { listStages } from '@/areas/plan';
import {
  askedToReview,
  isOpen,
  listFindings,
  listKinds,
  listReviews,
  runningOrder,
  standingOnly,
} from '@/areas/reviews';
import { plural, weekday } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function ReviewsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/reviews', props);
  const { seat } = frame;
  const { project, role, teamId } = seat;
  const leads = allowed(seat, 'review.write');
  const [reviews, kinds, findings, stages] = await Promise.all([
    listReviews(pool(), project.id),
    listKinds(pool(), project.id),
    listFindings(pool(), project.id),
    listStages(pool(), project.id),
  ]);
  const shown = reviews.filter(
    (one) =>
      (!frame.section || one.sectionId === frame.section.id) &&
      (!frame.team || one.slots.some((slot) => slot.teamId === frame.team!.id)),
  );
  const open = standingOnly(findings).filter(isOpen);
  const offers = offersOf(frame, kinds, stages, null);
  const asked = role === 'student' ? askedToReview(seat, reviews).filter(({ review }) => !review.peersReleased) : [];
  return (
    <ProjectFrame
      shows={['calendar', 'classes', 'plan', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(role)}
      byTeam={seesAll(seat)}
      actions={
        leads &&
        offers.teams.length > 0 && (
          <SidePanel
            id="new"
            label="Plan a review"
            icon={ADD}
            title="New review"
            className={shown.length === 0 ? 'btn btn-go' : 'btn'}
          >
            <ReviewForm
              key={`${offers.sectionId} ${reviews.length}`}
              projectId={project.id}
              id={null}
              version={null}
              values={newReview(frame, offers)}
              offers={offers}
            />
          </SidePanel>
        )
      }
    >
      {shown.length === 0 && (
        <Nothing>
          A design review prepares itself from what is recorded, runs in the minutes there are, and leaves findings that
          get mended. {leads ? '' : 'Your instructor has planned none yet.'}
        </Nothing>
      )}
      {asked.length > 0 && (
        <p className="callout mb-3">
          You are asked to review{' '}
          {asked
            .slice(0, 3)
            .map(({ slot }) => frame.teams.find(({ id }) => id === slot.teamId)?.name)
            .join(', ')}
          {asked.length > 3 && ` and ${asked.length - 3} more`}:{' '}
          <Link href={hrefIn(frame, `reviews/${asked[0]!.review.id}/peers`)} className="underline">
            write a review
          </Link>
          .
        </p>
      )}
      {shown.length > 0 && (
        <table className="stacked max-w-5xl">
          <thead>
            <tr>
              <th>Review</th>
              <th>When</th>
              <th>Section</th>
              <th>{role === 'student' ? 'Your turn' : 'Plan'}</th>
              <th>Held</th>
              <th className="right">Findings open</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((review) => {
              const section = frame.sections.find(({ id }) => id === review.sectionId);
              const order = runningOrder(review, section);
              const held = review.slots.filter((slot) => stateOf(slot) === 'held').length;
              const own = review.slots.find((slot) => slot.teamId === teamId);
              const at = own && order.at.get(own.id);
              const ids = new Set(
                review.slots
                  .filter((slot) => seesAll(seat) || (slot.teamId === teamId && slot.released))
                  .map(({ id }) => id),
              );
              const left = open.filter((one) => ids.has(one.slotId)).length;
              return (
                <tr key={review.id}>
                  <td>
                    <Link href={hrefIn(frame, `reviews/${review.id}`)} className="underline font-medium">
                      {review.name}
                    </Link>
                    {review.name !== review.kind.name && (
                      <span className="block text-sm faint">{review.kind.name}</span>
                    )}
                  </td>
                  <td className="whitespace-nowrap">
                    {daysWords(review.meetings)}
                    {order.meetings.some(({ date }) => date === frame.today) && <b className="text-iron"> today</b>}
                  </td>
                  <td data-label="section" className={`beside ${role === 'student' ? 'max-sm:hidden' : ''}`}>
                    {section?.name}
                  </td>
                  <td
                    data-label={role === 'student' ? 'your turn' : undefined}
                    className={`beside ${order.fits ? '' : 'text-brick'}`}
                  >
                    {role === 'student'
                      ? at
                        ? `${weekday(at.date)} ${at.start}`
                        : '–'
                      : held === review.slots.length
                        ? plural(review.slots.length, 'team')
                        : fitWords(order, order.meetings.length)}
                  </td>
                  <td data-label="held" className="beside num">
                    {held} of {review.slots.length}
                  </td>
                  <td data-label="findings open" className="beside num right">
                    {left || '–'}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </ProjectFrame>
  );
}
