import { openSlot } from '@/app/projects/[project]/reviews/[review]/[slot]/openSlot';
import { reviewViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { Link } from '@/ui/Link';
import { hrefIn } from '@/areas/course';
import { PrintButton } from '@/ui/PrintButton';
import { pool } from '@/db/connection';
import { readHandoverPage } from './read';
import { HandoverView } from './HandoverView';

export default async function HandoverPage(props: SheetProps<{ review: string; slot: string }>) {
  const { frame, review, slot, team, at, hrefOf } = await openSlot(
    pool(),
    '/projects/[project]/reviews/[review]/[slot]/handover',
    props,
  );
  const found = await readHandoverPage(pool(), frame, { review, slot, team, at });

  const { seat } = frame;
  const { project } = seat;
  return (
    <ProjectFrame
      shows={['interview', 'requirements', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(seat.role)}
      title={`Handover: ${team.name}`}
      byTeam={false}
      about={`to ${project.clientName} · ${review.name}`}
      actions={
        <>
          <Link className="btn" href={hrefIn(frame, `reviews/${review.id}`)}>
            Running order
          </Link>
          <PrintButton>Print handover</PrintButton>
        </>
      }
    >
      <HandoverView {...found} frame={frame} review={review} team={team} hrefOf={hrefOf} />
    </ProjectFrame>
  );
}
