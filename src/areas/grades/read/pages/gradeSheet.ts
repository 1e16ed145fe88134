import { loadGradeSheet } from '@/areas/grades/read/sheet';
import { listReleasedGrades, listSchoolSystems } from '@/areas/grades/read/scheme';
import type { SheetRow } from '@/areas/grades/ui/SheetTable';
import { differsFrom } from '@/areas/grades/read/words';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

const [FEWEST, MOST] = [12, 40];

/** What the page “GradeSheet” shows. */
export async function readGradeSheetPage(sql: Sql, frame: Place, { at }: { at: string | string[] | undefined }) {
  const { seat, section, team } = frame;
  const { id: projectId } = seat.project;
  const [sheet, released, systems] = await Promise.all([
    loadGradeSheet(sql, projectId),
    listReleasedGrades(sql, projectId),
    listSchoolSystems(sql, projectId),
  ]);
  const students = sheet.students.filter(
    (one) => (!section || one.member.sectionId === section.id) && (!team || one.team?.id === team.id),
  );
  const perPage = Math.min(MOST, Math.max(FEWEST, Math.floor(CELLS / (sheet.components.length + 5))));
  const pages = Math.max(1, Math.ceil(students.length / perPage));
  const asked = Number(at ?? 1);
  const page = Number.isInteger(asked) && asked >= 1 && asked <= pages ? asked : 1;
  const last = new Map(released.map((one) => [one.accountId, one.content]));
  const rows = students.map((student): SheetRow => {
    const shown = last.get(student.member.accountId);
    return {
      student,
      released: shown
        ? { rounded: shown.rounded, grade: shown.grade, differs: differsFrom(shown, student.grade) }
        : null,
    };
  });
  const whole = rows.filter(({ student }) => student.grade.rounded !== null);
  const due = whole.filter(({ released: shown }) => shown === null || shown.differs);
  const missing = students.filter((one) => one.cells.some((cell) => cell.missing !== null)).length;
  const changed = rows.filter((one) => one.released?.differs).length;
  const marked = sheet.components.filter((one) => one.source === 'marks');
  const holds = [
    ...COLUMN_WORDS,
    ...sheet.components.map((one) => [`component:${one.id}`, `${one.name} in percent`] as const),
  ];
  return { sheet, released, systems, students, perPage, pages, page, rows, due, missing, changed, marked, holds };
}

/** So many figures stand on a page at once, and so many students at the most and at the least. */
const CELLS = 800;

const COLUMN_WORDS = [
  ['number', 'student number'],
  ['name', 'name'],
  ['section', 'section'],
  ['team', 'team'],
  ['total', 'total in percent'],
  ['grade', 'grade'],
  ['blank', 'nothing'],
] as const;
