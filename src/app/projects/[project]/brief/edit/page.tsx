import { BriefForm } from '@/areas/brief/ui/forms';
import { briefForm, readBrief, toBriefParts } from '@/areas/brief';
import { briefViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { pool } from '@/db/connection';

export default async function EditBriefPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/brief/edit', props);
  const { id } = frame.seat.project;
  const brief = await readBrief(pool(), id);
  return (
    <ProjectFrame
      shows={['brief']}
      frame={frame}
      sheet="brief"
      name="Brief"
      title="Write the brief"
      views={briefViews(frame.seat.project.hiddenSheets)}
      byTeam={false}
    >
      <BriefForm
        projectId={id}
        version={brief.version}
        values={briefForm(toBriefParts({ ...brief }))}
        back={hrefIn(frame, 'brief')}
      />
    </ProjectFrame>
  );
}
