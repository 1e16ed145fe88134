'use client';

import { ActButton } from '@/ui/forms/ActButton';
import { useDuplicates } from '@/ui/useDuplicates';
import { mergeQuestions } from '@/areas/brief/write/interview/actions';

/** Questions that likely ask the same, side by side, to be merged by choice. */
export function Alike({
  projectId,
  questions,
  leads,
}: {
  projectId: string;
  questions: { id: string; text: string }[];
  leads: boolean;
}) {
  const pairs = useDuplicates(questions.map(({ id, text }) => ({ code: id, text })));
  const textOf = (id: string) => questions.find((one) => one.id === id)?.text;
  const live = (pairs ?? []).filter(({ a, b }) => textOf(a) && textOf(b));
  if (live.length === 0) return null;
  return (
    <section className="callout mb-3 no-print" aria-label="Likely the same">
      <p className="font-semibold">Likely the same question</p>
      {live.map(({ a, b }) => (
        <div key={a + b} className="grid sm:grid-cols-2 gap-x-4 py-1.5 border-b border-hair last:border-b-0">
          {[
            [a, b],
            [b, a],
          ].map(([keep, drop]) => (
            <div key={keep}>
              <p>{textOf(keep!)}</p>
              {leads && (
                <ActButton
                  act={mergeQuestions}
                  input={{ projectId, keep, drop }}
                  done="Merged. It can be split off again any time."
                  className="btn-text text-sm"
                >
                  ask it this way
                </ActButton>
              )}
            </div>
          ))}
        </div>
      ))}
      {!leads && <p className="faint">Your instructor decides whether they are merged.</p>}
    </section>
  );
}
