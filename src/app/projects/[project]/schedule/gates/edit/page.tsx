import { openSheet, scheduleViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readEditGatesPage } from './read';
import { EditGatesView, EditGatesActions } from './EditGatesView';

export default async function EditGatesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/gates/edit', props);
  const found = await readEditGatesPage(pool(), frame);

  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['gates', 'plan', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/gates/edit"
      views={scheduleViews(role)}
      title="Change the gates"
      byTeam={false}
      actions={<EditGatesActions {...found} frame={frame} />}
    >
      <EditGatesView {...found} frame={frame} />
    </ProjectFrame>
  );
}
