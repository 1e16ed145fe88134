import { allowed } from '@/server/access';
import { listRubrics, listAnchors } from '@/areas/grades/read/rubrics';
import { loadRubricResults } from '@/areas/grades/read/rubricResults';
import { loadMeasureOptions } from '@/areas/grades/read/measureOptions';
import { notFound } from 'next/navigation';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “Rubric” shows. */
export async function readRubricPage(sql: Sql, frame: Place, { id }: { id: string }) {
  const { seat, section, team } = frame;
  const { id: projectId } = seat.project;
  const leads = seat.role === 'instructor';
  const sees = allowed(seat, 'score.read');
  const [rubrics, anchors, grades, measures] = await Promise.all([
    listRubrics(sql, projectId),
    listAnchors(sql, projectId),
    sees ? loadRubricResults(sql, projectId) : [],
    leads ? loadMeasureOptions(sql, projectId) : [],
  ]);
  const rubric = rubrics.find((one) => one.id === id);
  if (!rubric) notFound();
  const own = anchors.filter((one) => one.rubricId === id);
  const found = grades.find((one) => one.rubric.id === id);
  const teams = frame.teams.filter(
    (one) => (!section || one.sectionId === section.id) && (!team || one.id === team.id),
  );
  const total = rubric.criteria.reduce((sum, one) => sum + one.weight, 0);
  const weighted = rubric.criteria.some((one) => one.weight !== one.max);
  const kind = seat.role === 'student' ? 'peers' : 'instructor';
  const scores = rubric.criteria.some((one) => one.scorer === kind);
  const names = rubric.criteria.map((one) => one.name);
  return { leads, sees, measures, rubric, own, found, teams, total, weighted, scores, names };
}
