import { openSheet, ProjectFrame, requirementViews, type SheetProps } from '@/features/frame';
import { hrefIn } from '@/domain/classes/place';
import { ImportList } from '@/features/requirements/ImportList';

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
