import type { Review, ReviewKind, Slot } from './reviews';

/** Texts one per line, and back. */
export const asLines = (texts: readonly string[]): string => texts.join('\n');
export const fromLines = (text: string): string[] =>
  text
    .split(/\r?\n/)
    .map((line) => line.trim().slice(0, 300))
    .filter(Boolean)
    .slice(0, 12);

export function kindForm({ name, purpose, agenda, checklist, questions, remarks }: Omit<ReviewKind, 'id' | 'version'>) {
  return {
    name,
    purpose,
    agenda: agenda.map(({ title, minutes }) => ({ title, minutes: String(minutes) })),
    checklist: asLines(checklist),
    questions: asLines(questions),
    remarks: String(remarks),
  };
}

/** A stored review as its form shows it. */
export function reviewForm(review: Review): Record<string, unknown> {
  const { name, kindId, sectionId, stageId, meetings, ordered, peers, clientSits, asksAgainOn, slots } = review;
  return {
    ...{ name, kind: kindId, sectionId, stageId: stageId ?? '', meetings, ordered, peers, clientSits },
    asksAgainOn: asksAgainOn ?? '',
    minutes: String(review.minutes),
    changeover: String(review.changeover),
    opening: String(review.opening),
    panels: String(review.panels),
    teams: slots.map(({ teamId }) => ({ id: teamId })),
  };
}

/** What the team adds to its packet, as its form shows it: every question of the kind, answered or not. */
export function teamPartForm(review: Pick<Review, 'kind'>, slot: Pick<Slot, 'answers' | 'remarks'>) {
  return {
    answers: review.kind.questions.map((question) => ({
      question,
      text: slot.answers.find((one) => one.question === question)?.text ?? '',
    })),
    remarks: slot.remarks.map((text) => ({ text })),
  };
}
