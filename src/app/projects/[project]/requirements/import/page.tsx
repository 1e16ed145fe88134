import { openSheet, ProjectFrame, requirementViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { ImportList } from '@/areas/brief/ui/requirements/ImportList';

export default async function ImportRequirementsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements/import', props);
  return (
    <ProjectFrame
      shows={[]}
      frame={frame}
      sheet="requirements"
      name="Requirements"
      title="Import a list"
      views={requirementViews(frame.seat.role)}
      byTeam={false}
    >
      <ImportList projectId={frame.seat.project.id} back={hrefIn(frame, 'requirements')} />
    </ProjectFrame>
  );
}
