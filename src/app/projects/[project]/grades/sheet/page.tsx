import { openSheet, gradeViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readGradeSheetPage } from '@/areas/grades/read/pages/gradeSheet';
import { GradeSheetView, GradeSheetActions } from '@/areas/grades/ui/pages/GradeSheetView';

export default async function GradeSheetPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/grades/sheet', props);
  const { page: at, statistics } = await props.searchParams;
  const found = await readGradeSheetPage(pool(), frame, { at });
  const { sheet, students, missing, changed } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['grades', 'event', 'bench', 'classes', 'builds']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades/sheet"
      views={gradeViews(seat.role)}
      title="Grade sheet"
      about={
        sheet.components.length
          ? `${plural(students.length, 'student')} · ${missing ? `something is missing for ${missing}` : 'complete'}${changed ? ` · ${plural(changed, 'released grade')} would change` : ''}`
          : undefined
      }
      actions={<GradeSheetActions {...found} frame={frame} statistics={statistics} />}
    >
      <GradeSheetView {...found} frame={frame} statistics={statistics} />
    </ProjectFrame>
  );
}
