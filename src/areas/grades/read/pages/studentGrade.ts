import { loadGradeSheet } from '@/areas/grades/read/sheet';
import { listReleasedGrades, listMarks, listCountedTeams } from '@/areas/grades/read/scheme';
import { loadRubricResults } from '@/areas/grades/read/rubricResults';
import { listScores, listJudgements } from '@/areas/grades/read/rubrics';
import { listTeamChanges } from '@/areas/grades/read/contribution';
import { notFound } from 'next/navigation';
import { gradePage, differsFrom } from '@/areas/grades/read/words';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “StudentGrade” shows. */
export async function readStudentGradePage(sql: Sql, frame: Place, { person }: { person: string }) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const [sheet, released, grades, scores, judgements, marks, counted, moves] = await Promise.all([
    loadGradeSheet(sql, projectId),
    listReleasedGrades(sql, projectId),
    loadRubricResults(sql, projectId),
    listScores(sql, projectId),
    listJudgements(sql, projectId),
    listMarks(sql, projectId),
    listCountedTeams(sql, projectId),
    listTeamChanges(sql, projectId),
  ]);
  const student = sheet.students.find((one) => one.member.accountId === person);
  if (!student) notFound();
  const { member, team, cells, factor } = student;
  const page = gradePage(student, { grades, scores, judgements });
  const shown = released.filter((one) => one.accountId === person);
  const last = shown.at(-1);
  const due = page !== null && (!last || differsFrom(last.content, page));
  const teams = frame.teams
    .filter((one) => one.sectionId === member.sectionId)
    .map((one) => [one.id, one.name] as const);
  const moved = moves.filter((one) => one.accountId === person);
  // Forms for each of very many components would make the page slow: they are made for the one that is chosen.
  const many = cells.length > MANY;
  return { marks, counted, member, team, cells, factor, page, shown, last, due, teams, moved, many };
}

/** From so many components on, one at a time is changed. */
const MANY = 15;
