import { USUAL_KINDS } from '@/core/reviews';
import { ActButton } from '@/ui/forms/ActButton';
import { addUsualKind } from '@/areas/reviews/write/planActions';

/** Kinds of review to start from, each added with its agenda, checklist and questions. */
export function UsualKinds({ projectId, taken }: { projectId: string; taken: readonly string[] }) {
  return (
    <ul>
      {USUAL_KINDS.map(({ name, agenda, questions }) => (
        <li key={name} className="border-b border-hair py-2 flex gap-3 items-start">
          <div className="grow">
            <b>{name}</b>
            <span className="block text-sm faint">
              {agenda.map(({ title }) => title).join(' · ')}
              {questions[0] && `. Asks: ${questions[0]}`}
            </span>
          </div>
          {taken.some((one) => one.toLowerCase() === name.toLowerCase()) ? (
            <span className="faint whitespace-nowrap">added</span>
          ) : (
            <ActButton
              act={addUsualKind}
              input={{ projectId, id: null, version: null, name }}
              done={`${name} is added.`}
            >
              Add<span className="sr-only"> {name}</span>
            </ActButton>
          )}
        </li>
      ))}
    </ul>
  );
}
