import { fitWords, wayWords } from '@/areas/reviews/shared/words';
import { plural, weekday } from '@/core/format';
import { SeedForm } from '@/ui/forms/SeedForm';
import { drawReviewOrder, removeReview } from '@/areas/reviews/write/planActions';
import { RunningOrder } from '@/areas/reviews/ui/RunningOrder';
import { allowed, seesAll } from '@/server/access';
import { hrefIn, endOfLink, type Place } from '@/areas/course';
import { LinkPanel } from '@/areas/course/ui/LinkPanel';
import { Link } from '@/ui/Link';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE, REMOVE } from '@/ui/kit/icons';
import { ReviewForm } from '@/areas/reviews/ui/ReviewForm';
import { reviewForm } from '@/areas/reviews/read/toForm';
import { offersOf } from '@/areas/reviews/shared/offers';
import { ActButton } from '@/ui/forms/ActButton';
import { PrintButton } from '@/ui/PrintButton';
import type { readReviewPage } from '@/areas/reviews/read/pages/review';

type Props = Awaited<ReturnType<typeof readReviewPage>> & { frame: Place; id: string };

/** The content of the page “Review”. */
export function ReviewView({ leads, links, review, order, begun, waits, open, frame, id }: Props) {
  const { seat } = frame;
  const { project, teamId } = seat;
  const seesVerdict = (team: string, released: boolean) => allowed(seat, 'finding.read', { teamId: team, released });
  return (
    <>
      {!begun && (
        <p
          className={`callout mb-3 ${order.fits ? '' : 'font-medium'}`}
          style={{ '--tone': order.fits ? 'var(--moss)' : 'var(--brick)' } as React.CSSProperties}
        >
          {fitWords(order, order.meetings.length)}
          {order.cancelled.length > 0 &&
            ` ${plural(order.cancelled.length, 'class meeting')} it was planned in ${order.cancelled.length === 1 ? 'is' : 'are'} cancelled: ${order.cancelled.map((key) => weekday(key.slice(0, 10))).join(', ')}.`}
        </p>
      )}
      {!begun && leads && order.ways.length > 0 && (
        <section className="mb-4 no-print">
          <h2 className="mb-1">What would make it fit, one of these</h2>
          <ul>
            {order.ways.map((way) => (
              <li key={way.kind}>– {wayWords(way, review)}</li>
            ))}
          </ul>
        </section>
      )}
      {review.ordered === 'drawn' && (
        <p className="mb-3">
          {waits
            ? 'The order is drawn once the seed is announced; until then the list stands as it was frozen.'
            : `Drawn by the seed “${review.seed}”.`}
        </p>
      )}
      {leads && waits && (
        <div className="mb-4 no-print">
          <SeedForm projectId={project.id} id={id} submit={drawReviewOrder} />
        </div>
      )}
      <RunningOrder
        review={review}
        order={order}
        teams={frame.teams}
        ownTeam={teamId}
        packetHref={(slot, team) =>
          allowed(seat, 'packet.read', { teamId: team }) ? hrefIn(frame, `reviews/${id}/${slot}`) : null
        }
        open={open}
        seesVerdict={seesVerdict}
      />
      <section className="mt-4 max-w-3xl" aria-label="Agenda">
        <h2 className="mb-1">What each team goes through</h2>
        <p>{review.kind.agenda.map(({ title }) => title).join(' · ')}</p>
        {review.kind.checklist.length > 0 && (
          <ul className="mt-1">
            {review.kind.checklist.map((point) => (
              <li key={point}>– {point}</li>
            ))}
          </ul>
        )}
      </section>
      {leads && (
        <LinkPanel
          projectId={project.id}
          purpose="panel"
          links={links}
          endsOn={endOfLink(order.meetings.at(-1)?.date ?? project.eventDate)}
          reviewId={id}
        />
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function ReviewActions({ leads, kinds, stages, review, begun, frame, id }: Props) {
  const { seat } = frame;
  const { project } = seat;

  return (
    <>
      {seesAll(seat) && (
        <Link className="btn btn-go" href={hrefIn(frame, `reviews/${id}/room`)}>
          Open the room
        </Link>
      )}
      {review.peers !== 'none' && (
        <Link className="btn" href={hrefIn(frame, `reviews/${id}/peers`)}>
          Peer reviews
        </Link>
      )}
      {leads && (
        <SidePanel id="plan" label="Change the plan" icon={CHANGE} title="Plan of this review">
          <ReviewForm
            key={review.version}
            projectId={project.id}
            id={id}
            version={review.version}
            values={reviewForm(review)}
            offers={offersOf(frame, kinds, stages, review)}
          />
        </SidePanel>
      )}
      {leads && !begun && (
        <ActButton
          icon={REMOVE}
          act={removeReview}
          undo
          input={{ projectId: project.id, id }}
          done="The review is removed."
          confirm={`Remove “${review.name}”? Its running order and what teams have prepared go with it.`}
          then={hrefIn(frame, 'reviews')}
        >
          Remove review
        </ActButton>
      )}
      <PrintButton>Print the running order</PrintButton>
    </>
  );
}
