import { loadRubricResults, talkAbout } from '@/areas/grades/read/rubricResults';
import { listScores, listJudging } from '@/areas/grades/read/rubrics';
import { notFound } from 'next/navigation';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Judges” shows. */
export async function readJudgesPage(sql: Sql, frame: Place, { id }: { id: string }) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const [grades, scores, judging] = await Promise.all([
    loadRubricResults(sql, projectId),
    listScores(sql, projectId),
    listJudging(sql, projectId),
  ]);
  const found = grades.find((one) => one.rubric.id === id);
  if (!found) notFound();
  const { rubric } = found;
  const planned = judging.filter((one) => one.rubricId === id);
  const judges = rubric.judges.filter((one) => one.kind === 'judges');
  const shown = frame.teams.filter((one) => !frame.section || one.sectionId === frame.section.id);
  const talk = talkAbout(rubric, scores).filter((one) => shown.some((team) => team.id === one.team));
  return { scores, found, rubric, planned, judges, shown, talk };
}
