import { openSheet, gradeViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readJudgesPage } from '@/areas/grades/read/pages/judges';
import { JudgesView, JudgesActions } from '@/areas/grades/ui/pages/JudgesView';

export default async function JudgesPage(props: SheetProps<{ rubric: string }>) {
  const frame = await openSheet('/projects/[project]/grades/[rubric]/judges', props);
  const { rubric: id } = await props.params;
  const found = await readJudgesPage(pool(), frame, { id });
  const { rubric } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['grades']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades"
      views={gradeViews(seat.role)}
      title={`Judges of ${rubric.name}`}
      byTeam={false}
      actions={<JudgesActions {...found} frame={frame} id={id} />}
    >
      <JudgesView {...found} frame={frame} id={id} />
    </ProjectFrame>
  );
}
