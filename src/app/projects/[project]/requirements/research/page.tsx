import { openSheet, requirementViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readResearchPage } from '@/areas/brief/read/pages/research';
import { ResearchView, ResearchActions } from '@/areas/brief/ui/pages/ResearchView';

export default async function ResearchPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements/research', props);
  const found = await readResearchPage(pool(), frame);
  const { notes } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['requirements']}
      frame={frame}
      sheet="requirements"
      name="Research"
      views={requirementViews(seat.role)}
      view="requirements/research"
      about={notes.length ? plural(notes.length, 'note') : undefined}
      byTeam={false}
      actions={<ResearchActions {...found} frame={frame} />}
    >
      <ResearchView {...found} frame={frame} />
    </ProjectFrame>
  );
}
