import { listQuestions, listNotes, listStatements, type Visit } from '@/areas/brief/read/interview';
import { listRequirements, inForce } from '@/areas/brief/read/requirements';
import { hrefIn, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Answers” shows. */
export async function readAnswersPage(sql: Sql, frame: Place, { visit }: { visit: Visit | null }) {
  const { project, role } = frame.seat;
  const leads = role === 'instructor';
  const [questions, notes, statements, requirements] = await Promise.all([
    visit ? listQuestions(sql, frame.seat, visit.id) : [],
    visit ? listNotes(sql, project.id, visit.id) : [],
    listStatements(sql, project.id),
    listRequirements(sql, project.id),
  ]);
  const asked = questions.filter((one) => !one.mergedInto && !one.hidden);
  const answered = asked.filter((one) => one.answer);
  const open = asked.filter((one) => !one.answer);
  const from = (answerId: string) => statements.filter((one) => one.answerId === answerId);
  const idle = answered.filter((one) => from(one.answer!.id).every((s) => s.codes.length === 0));
  const loose = statements.filter(
    (one) => one.answerId === null || !answered.some((q) => q.answer!.id === one.answerId),
  );
  const unsourced = inForce(requirements).filter((one) => one.sources.length === 0);
  const here = hrefIn(frame, 'interview/answers');
  return { leads, questions, notes, statements, asked, answered, open, from, idle, loose, unsourced, here };
}
