import { openSheet, reviewViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { seesAll } from '@/server/access';
import { pool } from '@/db/connection';
import { readReviewsPage } from '@/areas/reviews/read/pages/reviews';
import { ReviewsView, ReviewsActions } from '@/areas/reviews/ui/pages/ReviewsView';

export default async function ReviewsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/reviews', props);
  const found = await readReviewsPage(pool(), frame);
  const { leads, offers } = found;
  const { seat } = frame;
  const { role } = seat;
  return (
    <ProjectFrame
      shows={['calendar', 'classes', 'plan', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(role)}
      byTeam={seesAll(seat)}
      actions={leads && offers.teams.length > 0 && <ReviewsActions {...found} frame={frame} />}
    >
      <ReviewsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
