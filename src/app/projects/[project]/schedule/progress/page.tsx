import { openSheet, scheduleViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readProgressPage } from '@/areas/plan/read/pages/progress';
import { ProgressView } from '@/areas/plan/ui/pages/ProgressView';

export default async function ProgressPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/progress', props);
  const found = await readProgressPage(pool(), frame);
  const { sees, team } = found;
  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['plan', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/progress"
      views={scheduleViews(role)}
      title={team ? `Progress of ${team.name}` : 'Progress'}
      byTeam={sees}
    >
      <ProgressView {...found} frame={frame} />
    </ProjectFrame>
  );
}
