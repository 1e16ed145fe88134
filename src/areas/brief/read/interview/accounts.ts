import { shortName } from '@/core/format';
import type { Account } from '@/areas/brief/ui/interview/Reconcile';
import type { Note, Question } from '@/areas/brief/read/interview';

/** What each person noted about a question, and about those merged into it, a person's lines together. */
export function accountsOf(questionId: string, questions: Question[], notes: Note[]): Account[] {
  const ids = new Set(
    questions.filter((one) => one.id === questionId || one.mergedInto === questionId).map((one) => one.id),
  );
  const byPerson = new Map<string, Account>();
  for (const note of notes) {
    if (!ids.has(note.questionId)) continue;
    const key = note.authorId ?? `link ${note.author}`;
    const known = byPerson.get(key);
    if (known) known.text += `\n${note.text}`;
    else
      byPerson.set(key, {
        who: note.byClient ? `${note.author}, in writing` : shortName(note.author),
        text: note.text,
      });
  }
  return [...byPerson.values()];
}
