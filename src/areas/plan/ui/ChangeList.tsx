import { ActButton } from '@/ui/forms/ActButton';
import { moment, shortName } from '@/core/format';
import { undoPlanChange } from '@/areas/plan/write/actions';
import type { ChangeLine } from '@/areas/plan/read/changes';

/** What was changed on the plan; each change is undone as a whole. */
export function ChangeList({ projectId, changes }: { projectId: string; changes: ChangeLine[] }) {
  if (changes.length === 0) return null;
  return (
    <section className="no-print mt-5" aria-label="Changes of the plan">
      <h2 className="mb-1">Changes of the plan</h2>
      <ul>
        {changes.map((change) => (
          <li key={change.id} className="flex flex-wrap gap-x-3 items-baseline py-0.5 border-b border-hair">
            <span className={change.undone ? 'line-through text-faint' : ''}>{change.title}</span>
            <span className="text-sm faint">
              {change.by ? `${shortName(change.by)}, ` : ''}
              {moment(change.at)}
            </span>
            <span className="ml-auto">
              {change.undone ? (
                <span className="text-sm faint">undone</span>
              ) : (
                <ActButton
                  act={undoPlanChange}
                  input={{ projectId, id: change.id }}
                  done="Undone. The plan is as it was before."
                  className="btn-text"
                >
                  undo
                </ActButton>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
