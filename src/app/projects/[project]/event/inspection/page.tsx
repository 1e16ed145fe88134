import { openSheet, eventViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readInspectionPage } from '@/areas/event/read/pages/inspection';
import { InspectionView, InspectionActions } from '@/areas/event/ui/pages/InspectionView';

export default async function InspectionPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/event/inspection', props);
  const found = await readInspectionPage(pool(), frame);
  const { leads, checks, teams, cleared } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['bench', 'event', 'requirements']}
      frame={frame}
      sheet="event"
      name="Event"
      view="event/inspection"
      views={eventViews(seat.role)}
      title="Entry inspection"
      about={checks.length > 0 ? `${cleared} of ${plural(teams.length, 'team')} may start` : undefined}
      actions={leads && <InspectionActions {...found} frame={frame} />}
    >
      <InspectionView {...found} frame={frame} />
    </ProjectFrame>
  );
}
