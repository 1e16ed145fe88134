import { daysWords } from '@/areas/reviews';
import { openSheet, reviewViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readReviewPage } from '@/areas/reviews/read/pages/review';
import { ReviewView, ReviewActions } from '@/areas/reviews/ui/pages/ReviewView';

export default async function ReviewPage(props: SheetProps<{ review: string }>) {
  const frame = await openSheet('/projects/[project]/reviews/[review]', props);
  const { review: id } = await props.params;
  const found = await readReviewPage(pool(), frame, { id });
  const { review, section } = found;
  const { seat } = frame;
  const { role } = seat;
  return (
    <ProjectFrame
      shows={['calendar', 'classes', 'links', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(role)}
      title={review.name}
      byTeam={false}
      about={`section ${section?.name ?? ''} · ${daysWords(review.meetings)} · ${review.minutes} min each, ${review.changeover} min between${review.stageName ? ` · with the stage ${review.stageName}` : ''}`}
      actions={<ReviewActions {...found} frame={frame} id={id} />}
    >
      <ReviewView {...found} frame={frame} id={id} />
    </ProjectFrame>
  );
}
