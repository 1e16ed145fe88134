import { openSheet, eventViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readProgrammePage } from '@/areas/event/read/pages/programme';
import { ProgrammeView, ProgrammeActions } from '@/areas/event/ui/pages/ProgrammeView';

export default async function ProgrammePage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/event/programme', props);
  const found = await readProgrammePage(pool(), frame);
  const { shown } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['bench', 'event', 'sessions']}
      frame={frame}
      sheet="event"
      name="Event"
      view="event/programme"
      views={eventViews(seat.role)}
      title="Programme"
      about={shown.length > 0 ? plural(shown.length, 'contest') : undefined}
      actions={<ProgrammeActions {...found} frame={frame} />}
    >
      <ProgrammeView {...found} frame={frame} />
    </ProjectFrame>
  );
}
