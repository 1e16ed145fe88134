import { openSlot } from '@/app/projects/[project]/reviews/[review]/[slot]/openSlot';
import { reviewViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readMinutesPage } from './read';
import { MinutesView, MinutesAbout, MinutesActions } from './MinutesView';

export default async function MinutesPage(props: SheetProps<{ review: string; slot: string }>) {
  const { frame, review, slot, team, at, hrefOf, released } = await openSlot(
    pool(),
    '/projects/[project]/reviews/[review]/[slot]/minutes',
    props,
  );
  const found = await readMinutesPage(pool(), frame, { slot, team, released });

  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['plan', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(seat.role)}
      title={`Minutes: ${team.name}, ${review.name}`}
      byTeam={false}
      about={<MinutesAbout {...found} frame={frame} review={review} slot={slot} team={team} at={at} hrefOf={hrefOf} />}
      actions={
        <MinutesActions {...found} frame={frame} review={review} slot={slot} team={team} at={at} hrefOf={hrefOf} />
      }
    >
      <MinutesView {...found} frame={frame} review={review} slot={slot} team={team} at={at} hrefOf={hrefOf} />
    </ProjectFrame>
  );
}
