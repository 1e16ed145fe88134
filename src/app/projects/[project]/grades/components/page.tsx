import { openSheet, gradeViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readComponentsPage } from '@/areas/grades/read/pages/components';
import { ComponentsView, ComponentsActions } from '@/areas/grades/ui/pages/ComponentsView';

export default async function ComponentsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/grades/components', props);
  const found = await readComponentsPage(pool(), frame);

  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['grades', 'event', 'bench']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades/components"
      views={gradeViews(seat.role)}
      title="What a grade is made of"
      byTeam={false}
      actions={<ComponentsActions {...found} frame={frame} />}
    >
      <ComponentsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
