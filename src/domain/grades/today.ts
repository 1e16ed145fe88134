import { plural } from '@/core/format';
import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/domain/today/part';
import { countScores, listRubrics } from './read';

/** What these lines are made from. */
async function load(sql: Sql, { projectId }: Asked) {
  const [rubrics, scores] = await Promise.all([listRubrics(sql, projectId), countScores(sql, projectId)]);
  return { rubrics, scores };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Judges who have not scored everybody. */
export const gradeItems = ({ teams, rubrics, scores, leads, href }: Given): TodayItem[] => {
  if (!leads) return [];
  return rubrics.flatMap((rubric) => {
    const due = rubric.judges.length * rubric.criteria.length * teams.length;
    const known = new Set(teams.map((team) => team.id));
    const own = scores.filter((one) => one.rubricId === rubric.id && known.has(one.teamId));
    const given = own.reduce((sum, one) => sum + one.given, 0);
    if (given === due) return [];
    const detail =
      rubric.judges.length === 0
        ? 'No judge has a link yet.'
        : `${given} of ${due} scores are in from ${plural(rubric.judges.length, 'judge')}.`;
    return [
      {
        teamId: null,
        urgency: 25,
        tone: 'ink' as const,
        headline: `${rubric.name}: scores missing`,
        detail,
        href: href('grades'),
        label: 'Grades',
      },
    ];
  });
};

export const gradesToday = todayPart('grades', load, gradeItems);
