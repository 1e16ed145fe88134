import { openSheet, scheduleViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural, day } from '@/core/format';
import { pool } from '@/db/connection';
import { readSchedulePage } from './read';
import { ScheduleView } from './ScheduleView';

export default async function SchedulePage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule', props);
  const found = await readSchedulePage(pool(), frame);
  const { stages, leftOut } = found;
  const { project, role } = frame.seat;
  return (
    <ProjectFrame
      shows={['gates', 'plan', 'reviews']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      views={scheduleViews(role)}
      title="Plan"
      byTeam={false}
      about={
        stages.length > 0
          ? `${plural(stages.length - leftOut.length, 'stage')} over class meetings, backwards from the event on ${day(project.eventDate)}`
          : 'counted in class meetings'
      }
    >
      <ScheduleView {...found} frame={frame} />
    </ProjectFrame>
  );
}
