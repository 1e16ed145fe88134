import { openSheet, reviewViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { seesAll } from '@/server/access';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readPeersPage } from '@/areas/reviews/read/pages/peers';
import { PeersView, PeersActions } from '@/areas/reviews/ui/pages/PeersView';

export default async function PeersPage(props: SheetProps<{ review: string }>) {
  const frame = await openSheet('/projects/[project]/reviews/[review]/peers', props);
  const { review: id } = await props.params;
  const found = await readPeersPage(pool(), frame, { id });
  const { review, here } = found;
  const { seat } = frame;
  const { role } = seat;
  return (
    <ProjectFrame
      shows={['builds', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(role)}
      title={`Peer reviews: ${review.name}`}
      byTeam={false}
      about={
        seesAll(seat)
          ? `${plural(here.length, 'review')} written · ${review.peersReleased ? 'released to the teams' : 'not released yet'}`
          : undefined
      }
      actions={<PeersActions {...found} frame={frame} id={id} />}
    >
      <PeersView {...found} frame={frame} id={id} />
    </ProjectFrame>
  );
}
