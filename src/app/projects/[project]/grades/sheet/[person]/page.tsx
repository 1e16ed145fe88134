import { openSheet, gradeViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { fixed } from '@/core/format';
import { pool } from '@/db/connection';
import { readStudentGradePage } from '@/areas/grades/read/pages/studentGrade';
import { StudentGradeView, StudentGradeActions } from '@/areas/grades/ui/pages/StudentGradeView';

export default async function StudentGradePage(props: SheetProps<{ person: string }>) {
  const frame = await openSheet('/projects/[project]/grades/sheet/[person]', props);
  const { person } = await props.params;
  const { change } = await props.searchParams;
  const found = await readStudentGradePage(pool(), frame, { person });
  const { member, team, factor } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['grades', 'event', 'bench', 'builds']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades/sheet"
      views={gradeViews(seat.role)}
      title={member.name}
      about={`${team ? `team ${team.name}` : 'in no team'}${factor === null ? '' : ` · factor ${fixed(factor, 2)}`}`}
      byTeam={false}
      actions={<StudentGradeActions {...found} frame={frame} person={person} change={change} />}
    >
      <StudentGradeView {...found} frame={frame} person={person} change={change} />
    </ProjectFrame>
  );
}
