import { openSheet, gradeViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { number } from '@/core/format';
import { pool } from '@/db/connection';
import { readRubricPage } from '@/areas/grades/read/pages/rubric';
import { RubricView, RubricActions } from '@/areas/grades/ui/pages/RubricView';

export default async function RubricPage(props: SheetProps<{ rubric: string }>) {
  const frame = await openSheet('/projects/[project]/grades/[rubric]', props);
  const { rubric: id } = await props.params;
  const found = await readRubricPage(pool(), frame, { id });
  const { sees, rubric, total } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['grades', 'builds', 'event']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades"
      views={gradeViews(seat.role)}
      title={rubric.name}
      about={`${number(total)} points${rubric.edition > 1 ? ` · edition ${rubric.edition}` : ''}${rubric.halfLevels ? ' · half levels may be given' : ''}`}
      byTeam={sees}
      actions={<RubricActions {...found} frame={frame} id={id} />}
    >
      <RubricView {...found} frame={frame} id={id} />
    </ProjectFrame>
  );
}
