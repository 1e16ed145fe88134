import { openSheet, gradeViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readGradesPage } from '@/areas/grades/read/pages/grades';
import { GradesView, GradesActions } from '@/areas/grades/ui/pages/GradesView';

export default async function GradesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/grades', props);
  const found = await readGradesPage(pool(), frame);
  const { leads, rubrics } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['grades', 'links']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades"
      views={gradeViews(seat.role)}
      about={rubrics.length ? plural(rubrics.length, 'rubric') : undefined}
      byTeam={false}
      actions={leads && <GradesActions {...found} frame={frame} />}
    >
      <GradesView {...found} frame={frame} />
    </ProjectFrame>
  );
}
