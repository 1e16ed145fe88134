import { openSheet, scheduleViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readStagesPage } from '@/areas/plan/read/pages/stages';
import { StagesView, StagesActions } from '@/areas/plan/ui/pages/StagesView';

export default async function StagesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/stages', props);
  const found = await readStagesPage(pool(), frame);
  const { stages } = found;
  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['plan', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/stages"
      views={scheduleViews(role)}
      title="Stages"
      byTeam={false}
      about={stages.length > 0 ? plural(stages.length, 'stage') : undefined}
      actions={<StagesActions {...found} frame={frame} />}
    >
      <StagesView {...found} frame={frame} />
    </ProjectFrame>
  );
}
