import { csv } from '@/core/csv';
import { downloader, file } from '@/server/download';
import { listSchoolSystems, type SchoolColumn, loadGradeSheet, type StudentGrade } from '@/areas/grades';
import { pool } from '@/db/connection';

/** The grades, one row a student: everything, or the columns that a school's own system wants, in its order. */
export async function GET(request: Request, { params }: { params: Promise<{ project: string }> }) {
  const { project } = await downloader('/projects/[project]/export/grades.csv', (await params).project);
  const asked = new URL(request.url).searchParams.get('system');
  const [sheet, systems] = await Promise.all([
    loadGradeSheet(pool(), project.id),
    listSchoolSystems(pool(), project.id),
  ]);
  const system = systems.find((one) => one.id === asked);
  const everything: SchoolColumn[] = [
    { head: 'student number', what: 'number' },
    { head: 'name', what: 'name' },
    { head: 'section', what: 'section' },
    { head: 'team', what: 'team' },
    ...sheet.components.map(({ id, name }): SchoolColumn => ({ head: name, what: 'component', componentId: id })),
    { head: 'total', what: 'total' },
    { head: 'grade', what: 'grade' },
  ];
  const columns = system?.columns ?? everything;
  const decimal = system?.decimal ?? '.';
  const written = (value: string | number | null) =>
    typeof value === 'number' && decimal === ',' ? String(value).replace('.', ',') : value;
  const rows = sheet.students.map((student) => columns.map((column) => written(valueIn(student, column))));
  const text = csv(
    columns.map((one) => one.head),
    rows,
    system?.separator === 'tab' ? '\t' : (system?.separator ?? ','),
  );
  return file(`${project.title}-grades.csv`, 'text/csv; charset=utf-8', text);
}

function valueIn(
  { member, sectionName, team, cells, grade }: StudentGrade,
  { what, componentId }: SchoolColumn,
): string | number | null {
  switch (what) {
    case 'number':
      return member.studentNumber;
    case 'name':
      return member.name;
    case 'section':
      return sectionName;
    case 'team':
      return team?.name ?? null;
    case 'total':
      return grade.rounded;
    case 'grade':
      return grade.grade;
    case 'component': {
      const percent = cells.find((one) => one.component.id === componentId)?.percent ?? null;
      return percent === null ? null : Number(percent.toFixed(2));
    }
    case 'blank':
      return null;
  }
}
