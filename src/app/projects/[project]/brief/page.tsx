import { openSheet, briefViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readBriefPage } from './read';
import { BriefContent, BriefAbout, BriefActions } from './BriefContent';

export default async function BriefPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/brief', props);
  const found = await readBriefPage(pool(), frame);

  return (
    <ProjectFrame
      shows={['brief', 'links', 'requirements', 'safety']}
      frame={frame}
      sheet="brief"
      name="Brief"
      views={briefViews(frame.seat.project.hiddenSheets)}
      byTeam={false}
      about={<BriefAbout {...found} frame={frame} />}
      actions={<BriefActions {...found} frame={frame} />}
    >
      <BriefContent {...found} frame={frame} />
    </ProjectFrame>
  );
}
