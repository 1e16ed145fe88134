import { openSheet, eventViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { FORMAT_NAME } from '@/areas/event';
import { pool } from '@/db/connection';
import { readContestPage } from '@/areas/event/read/pages/contest';
import { ContestView, ContestActions } from '@/areas/event/ui/pages/ContestView';

export default async function ContestPage(props: SheetProps<{ contest: string }>) {
  const frame = await openSheet('/projects/[project]/event/contests/[contest]', props);
  const { contest: id } = await props.params;
  const found = await readContestPage(pool(), frame, { id });
  const { contest } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['bench', 'event', 'sessions']}
      frame={frame}
      sheet="event"
      name="Event"
      view={`event/contests/${contest.id}`}
      views={eventViews(seat.role)}
      title={contest.name}
      about={FORMAT_NAME[contest.format]}
      actions={<ContestActions {...found} frame={frame} />}
    >
      <ContestView {...found} frame={frame} />
    </ProjectFrame>
  );
}
