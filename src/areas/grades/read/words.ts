import { mean } from 'd3-array';
import { toleranceAt } from '@/core/shared/tolerance';
import type { RubricResults } from './rubricResults';
import type { Judgement, Score } from './rubrics';
import type { StudentGrade } from './sheet';
import type { GradePage } from './scheme';

/** From this share of a criterion's points on it is called strong; below the other one it is what to work on. */
const STRONG = 0.8;
const WEAK = 0.6;

/** What was given and written, to put into words. */
export interface Said {
  grades: readonly RubricResults[];
  scores: readonly Score[];
  judgements: readonly Judgement[];
}

/** What was strong and what to do next in the rubrics that a grade is made of: from the levels that were chosen, and what judges wrote. */
function wordsFor(student: StudentGrade, { grades, scores, judgements }: Said): Pick<GradePage, 'strong' | 'next'> {
  const words = { strong: [] as string[], next: [] as string[] };
  for (const { component, team } of student.cells) {
    const found = grades.find(({ rubric }) => rubric.id === component.rubricId);
    if (!found || !team) continue;
    const given = [...scores, ...found.counted.filter((one) => one.value !== null)].filter(
      (one) => one.teamId === team.id,
    );
    const judged = found.rubric.allCriteria.flatMap((criterion) => {
      const points = mean(given.filter((one) => one.criterionId === criterion.id).map((one) => one.points));
      return points === undefined ? [] : [{ criterion, points }];
    });
    for (const [i, { criterion, points }] of judged.entries()) {
      // Scored under two editions: the later one is told.
      if (judged.slice(i + 1).some((one) => one.criterion.name === criterion.name)) continue;
      const { name, levels, max } = criterion;
      const reached = levels.findLast((one) => one.points <= points + toleranceAt(points));
      const above = levels.find((one) => one.points > points + toleranceAt(points));
      if (points >= STRONG * max) words.strong.push(`${name}${reached?.text ? `: ${reached.text}` : '.'}`);
      else if (points < WEAK * max)
        words.next.push(`${name}${above?.text ? `: the next level is “${above.text}”` : ' has room.'}`);
    }
    const own = judgements.filter((one) => one.rubricId === found.rubric.id && one.teamId === team.id);
    words.strong.push(...own.map((one) => one.strong.trim()).filter(Boolean));
    words.next.push(...own.map((one) => one.next.trim()).filter(Boolean));
  }
  return words;
}

/** A student's page as it would be released now; null while there is no total. */
export function gradePage(student: StudentGrade, said: Said): GradePage | null {
  const { grade, cells } = student;
  if (grade.rounded === null) return null;
  return {
    rounded: grade.rounded,
    grade: grade.grade,
    components: cells.map(({ component, percent, contribution, from, missing }, i) => ({
      id: component.id,
      name: component.name,
      percent,
      weight: grade.components[i]!.weight,
      contribution,
      from: missing ? [...from, `Missing: ${missing}.`] : from,
    })),
    because: grade.because,
    ...wordsFor(student, said),
  };
}

/** Whether what a student was shown is no longer what the evidence says. */
export const differsFrom = (
  released: Pick<GradePage, 'rounded' | 'grade'>,
  now: { rounded: number | null; grade: string | null } | null,
): boolean => released.rounded !== (now?.rounded ?? null) || released.grade !== (now?.grade ?? null);
