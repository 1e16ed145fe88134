import { openSheet, safetyViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readIncidentsPage } from '@/areas/safety/read/pages/incidents';
import { IncidentsView, IncidentsActions } from '@/areas/safety/ui/pages/IncidentsView';

export default async function IncidentsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/safety/incidents', props);
  const found = await readIncidentsPage(pool(), frame);

  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['safety']}
      frame={frame}
      sheet="safety"
      name="Safety"
      view="safety/incidents"
      views={safetyViews(role)}
      title="Incidents and near misses"
      byTeam={false}
      about="seen by instructors alone; in no export"
      actions={<IncidentsActions {...found} frame={frame} />}
    >
      <IncidentsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
