import { listQuestions, type Visit } from '@/areas/brief/read/interview';
import { hrefIn, type Place } from '@/areas/course';
import { shareOf } from '@/areas/brief/shared/interview/shareOf';
import type { Sql } from '@/db/connection';

/** What the page “Questions” shows. */
export async function readQuestionsPage(sql: Sql, frame: Place, { visit }: { visit: Visit | null }) {
  const { role } = frame.seat;
  const leads = role === 'instructor';
  const questions = visit ? await listQuestions(sql, frame.seat, visit.id) : [];
  const asked = questions.filter((one) => !one.mergedInto && !one.hidden);
  const here = hrefIn(frame, 'interview');
  const empty = { title: '', saidBy: '', heldOn: frame.today, minutes: '30', state: 'planned' };
  const share = visit ? shareOf(visit.minutes, questions) : 0;
  return { leads, questions, asked, here, empty, share };
}
