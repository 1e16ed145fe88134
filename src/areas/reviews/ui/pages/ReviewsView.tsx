import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { runningOrder } from '@/areas/reviews/read/reviews';
import { stateOf, daysWords, fitWords } from '@/areas/reviews/shared/words';
import { seesAll } from '@/server/access';
import { weekday, plural } from '@/core/format';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import { ReviewForm } from '@/areas/reviews/ui/ReviewForm';
import { newReview } from '@/areas/reviews/shared/offers';
import type { readReviewsPage } from '@/areas/reviews/read/pages/reviews';

type Props = Awaited<ReturnType<typeof readReviewsPage>> & { frame: Place };

/** The content of the page “Reviews”. */
export function ReviewsView({ leads, shown, open, asked, frame }: Props) {
  const { seat } = frame;
  const { role, teamId } = seat;

  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function ReviewsActions({ reviews, shown, offers, frame }: Props) {
  const { seat } = frame;
  const { project } = seat;

  return (
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
  );
}
