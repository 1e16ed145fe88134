import { USUAL_TESTS } from '@/core/bench/usualTests';
import { ActButton } from '@/ui/forms/ActButton';
import { addUsualTest } from '@/areas/bench/write/actions';

/** Tests that many projects need, each added with its instruments and formulas, to be changed afterwards. */
export function UsualTests({ projectId, taken }: { projectId: string; taken: readonly string[] }) {
  return (
    <>
      <p className="mb-2">
        Each comes with what it needs: instruments with an honest accuracy, formulas, who does what. Change it
        afterwards as your class tests.
      </p>
      <ul>
        {USUAL_TESTS.map(({ name, about, quantities }) => (
          <li key={name} className="border-b border-hair py-2 flex gap-3 items-start">
            <div className="grow">
              <b>{name}</b>: {about}.
              <span className="block text-sm faint">{quantities.map((one) => one.name).join(', ')}</span>
            </div>
            {taken.some((one) => one.toLowerCase() === name.toLowerCase()) ? (
              <span className="faint whitespace-nowrap">added</span>
            ) : (
              <ActButton
                act={addUsualTest}
                input={{ projectId, id: null, version: null, name }}
                done={`${name} is added, with its instruments.`}
              >
                Add<span className="sr-only"> {name}</span>
              </ActButton>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
