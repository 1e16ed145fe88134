import type { Grades } from './judge';
import type { Judgement, Score } from './read';
import type { StudentGrade } from './sheet';
import type { GradePage } from './scheme';

/** From this share of a criterion's points on it is called strong; below the other one it is what to work on. */
const STRONG = 0.8;
const WEAK = 0.6;

/** What was strong and what to do next, from the levels that judges chose and what they wrote. */
export function wordsFor(
  teamId: string,
  grades: readonly Grades[],
  scores: readonly Score[],
  judgements: readonly Judgement[],
): Pick<GradePage, 'strong' | 'next'> {
  const strong: string[] = [];
  const next: string[] = [];
  for (const { rubric, counted } of grades) {
    for (const criterion of rubric.criteria) {
      const given = [
        ...scores.filter((one) => one.criterionId === criterion.id && one.teamId === teamId).map((one) => one.points),
        ...counted
          .filter((one) => one.criterionId === criterion.id && one.teamId === teamId && one.value !== null)
          .map((one) => one.points),
      ];
      if (given.length === 0) continue;
      const mean = given.reduce((sum, one) => sum + one, 0) / given.length;
      const level = [...criterion.levels].reverse().find((one) => one.points <= mean + 1e-9);
      if (mean >= STRONG * criterion.max) strong.push(`${criterion.name}${level?.text ? `: ${level.text}` : '.'}`);
      else if (mean < WEAK * criterion.max) {
        const above = criterion.levels.find((one) => one.points > mean + 1e-9);
        next.push(`${criterion.name}${above?.text ? `: the next level is “${above.text}”` : ' has room.'}`);
      }
    }
    for (const one of judgements) {
      if (one.rubricId !== rubric.id || one.teamId !== teamId) continue;
      if (one.strong.trim()) strong.push(one.strong.trim());
      if (one.next.trim()) next.push(one.next.trim());
    }
  }
  return { strong, next };
}

/** A student's page as it would be released now; null while there is no total. */
export function gradePage(student: StudentGrade, words: Pick<GradePage, 'strong' | 'next'>): GradePage | null {
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
    ...words,
  };
}

/** Whether what a student was shown is no longer what the evidence says. */
export const differsFrom = (
  released: Pick<GradePage, 'rounded' | 'grade'>,
  now: { rounded: number | null; grade: string | null } | null,
): boolean => released.rounded !== (now?.rounded ?? null) || released.grade !== (now?.grade ?? null);
