import { openSheet, eventViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readAwardsPage } from '@/areas/standings/read/pages/awards';
import { AwardsView, AwardsActions } from '@/areas/standings/ui/pages/AwardsView';

export default async function AwardsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/event/awards', props);
  const found = await readAwardsPage(pool(), frame);
  const { awards } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['bench', 'event', 'grades', 'standings']}
      frame={frame}
      sheet="event"
      name="Event"
      view="event/awards"
      views={eventViews(seat.role)}
      title="Awards"
      byTeam={false}
      about={awards.length > 0 ? plural(awards.length, 'award') : undefined}
      actions={<AwardsActions {...found} frame={frame} />}
    >
      <AwardsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
