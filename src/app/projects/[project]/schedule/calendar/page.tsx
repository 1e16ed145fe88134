import { openSheet, scheduleViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readCalendarPage } from '@/areas/plan/read/pages/calendar';
import { CalendarView, CalendarActions } from '@/areas/plan/ui/pages/CalendarView';

export default async function CalendarPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/calendar', props);
  const found = await readCalendarPage(pool(), frame);

  const { project, role } = frame.seat;
  return (
    <ProjectFrame
      shows={['calendar', 'links', 'plan']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/calendar"
      views={scheduleViews(role)}
      title="Calendar"
      byTeam={false}
      about={`times of ${project.timeZone.replaceAll('_', ' ')}`}
      actions={<CalendarActions {...found} frame={frame} />}
    >
      <CalendarView {...found} frame={frame} />
    </ProjectFrame>
  );
}
