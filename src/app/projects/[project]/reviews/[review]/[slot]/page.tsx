import { openSlot } from '@/app/projects/[project]/reviews/[review]/[slot]/openSlot';
import { reviewViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { weekday, moment, shortName } from '@/core/format';
import { momentHere } from '@/server/clock';
import { pool } from '@/db/connection';
import { readPacketPage } from './read';
import { PacketContent, PacketActions } from './PacketContent';

export default async function PacketPage(props: SheetProps<{ review: string; slot: string }>) {
  const { frame, review, slot, team, at, hrefOf } = await openSlot(
    pool(),
    '/projects/[project]/reviews/[review]/[slot]',
    props,
  );
  const wanted = (await props.searchParams).packet;
  const found = await readPacketPage(pool(), frame, { review, slot, team, at, wanted });
  const { frozen } = found;
  const { seat } = frame;
  const { project } = seat;
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'gates', 'plan', 'requirements', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(seat.role)}
      title={`${team.name}: ${review.name}`}
      byTeam={false}
      about={[
        at ? `${weekday(at.date)} ${at.start}` : 'no time left for it in the plan',
        frozen
          ? `packet ${frozen.number}, frozen ${moment(momentHere(project, new Date(frozen.frozenAt)))} by ${shortName(frozen.frozenBy)}`
          : 'as it stands now, not frozen',
      ].join(' · ')}
      actions={<PacketActions {...found} frame={frame} review={review} slot={slot} team={team} hrefOf={hrefOf} />}
    >
      <PacketContent {...found} frame={frame} review={review} slot={slot} team={team} hrefOf={hrefOf} />
    </ProjectFrame>
  );
}
