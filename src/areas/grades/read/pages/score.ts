import { listRubrics, listScores, listJudgements } from '@/areas/grades/read/rubrics';
import { notFound } from 'next/navigation';
import { hrefIn, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Score” shows. */
export async function readScorePage(sql: Sql, frame: Place, { id }: { id: string }) {
  const { seat, team, section } = frame;
  const { id: projectId } = seat.project;
  const kind = seat.role === 'student' ? ('peers' as const) : ('instructor' as const);
  const [rubrics, scores, judgements] = await Promise.all([
    listRubrics(sql, projectId),
    listScores(sql, projectId),
    listJudgements(sql, projectId),
  ]);
  const rubric = rubrics.find((one) => one.id === id);
  if (!rubric || !rubric.criteria.some((one) => one.scorer === kind)) notFound();
  const judge = rubric.judges.find((one) => one.accountId === seat.actor.id);
  const own = scores.filter((one) => one.rubricId === id && one.judgeId === judge?.id && judge !== undefined);
  const teams = frame.teams.filter(
    (one) =>
      one.id !== seat.teamId &&
      (!section || one.sectionId === section.id) &&
      (seat.role !== 'student' || one.sectionId === seat.sectionId),
  );
  const chosen = teams.find((one) => one.id === team?.id);
  const here = hrefIn(frame, `grades/${id}/score`);
  return { kind, judgements, rubric, judge, own, teams, chosen, here };
}
