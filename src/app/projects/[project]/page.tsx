import { openSheet, type Frame, type SheetProps, ProjectFrame } from '@/shell/frame';
import { stageNow } from '@/areas/plan';
import { endOf } from '@/core/calendar';
import { weekday } from '@/core/format';
import { pool } from '@/db/connection';
import { readTodayPage } from './read';
import { TodayView, TodayActions } from './TodayView';

export default async function TodayPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]', props);
  const found = await readTodayPage(pool(), frame);
  const { paces } = found;
  const { clock } = frame;
  return (
    <ProjectFrame
      shows="all"
      frame={frame}
      sheet=""
      name="Today"
      title={titleFor(frame)}
      about={[stageNow(paces), clock?.room && `room ${clock.room}`].filter(Boolean).join(' · ') || undefined}
      actions={<TodayActions {...found} frame={frame} />}
    >
      <TodayView {...found} frame={frame} />
    </ProjectFrame>
  );
}

/** Which section it is and when it meets: now, next, or no more. */
function titleFor({ clock, meetings, now, today }: Frame): string {
  if (!clock) return 'Today';
  const next = meetings.find((meeting) => endOf(meeting) > now);
  if (!next) return `Section ${clock.name}, no meeting left`;
  const when = next.date === today ? 'today' : weekday(next.date);
  return `Section ${clock.name}, ${when} ${next.start} to ${endOf(next).slice(11)}`;
}
