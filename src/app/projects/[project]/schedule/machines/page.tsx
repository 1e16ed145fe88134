import { openSheet, scheduleViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readMachinesPage } from '@/areas/plan/read/pages/machines';
import { MachinesView, MachinesActions } from '@/areas/plan/ui/pages/MachinesView';

export default async function MachinesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/machines', props);
  const found = await readMachinesPage(pool(), frame);

  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['bookings', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/machines"
      views={scheduleViews(role)}
      title="Machines and rigs"
      byTeam={false}
      actions={<MachinesActions {...found} frame={frame} />}
    >
      <MachinesView {...found} frame={frame} />
    </ProjectFrame>
  );
}
