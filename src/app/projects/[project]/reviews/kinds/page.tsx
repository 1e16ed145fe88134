import { openSheet, reviewViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readKindsPage } from '@/areas/reviews/read/pages/kinds';
import { KindsView, KindsActions } from '@/areas/reviews/ui/pages/KindsView';

export default async function KindsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/reviews/kinds', props);
  const found = await readKindsPage(pool(), frame);

  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews/kinds"
      views={reviewViews(role)}
      title="Kinds of review"
      byTeam={false}
      actions={<KindsActions {...found} frame={frame} />}
    >
      <KindsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
