import { allowed, type Seat } from '@/server/access';
import type { ListedAction } from '@/areas/course/read/actionItems';
import { ActButton } from '@/ui/forms/ActButton';
import { shortName, weekday } from '@/core/format';
import { settleAction } from '@/areas/course/write/actionItems';

/** Actions of a team: each with its owner and the meeting, done or not. */
export function ActionList({
  seat,
  teamId,
  actions,
  today,
}: {
  seat: Seat;
  teamId: string;
  actions: readonly ListedAction[];
  today: string;
}) {
  if (actions.length === 0) return null;
  return (
    <ul className="mt-1.5">
      {actions.map((one) => (
        <li key={one.id} className="flex flex-wrap items-baseline gap-x-3 py-0.5">
          <span className={one.done ? 'line-through text-faint' : ''}>
            <b>{one.what}</b>
            {one.owner && `: ${shortName(one.owner)}`}
            {one.dueOn && `, by ${weekday(one.dueOn)}`}
          </span>
          {!one.done && one.dueOn && one.dueOn < today && <span className="text-brick font-semibold">overdue</span>}
          {allowed(seat, 'action.settle', { teamId }) && (
            <ActButton
              act={settleAction}
              input={{ projectId: seat.project.id, id: one.id, version: one.version, done: !one.done }}
              done={one.done ? 'Open again.' : 'Noted as done.'}
              className="btn-text"
            >
              {one.done ? 'mark as not done' : 'mark as done'}
            </ActButton>
          )}
        </li>
      ))}
    </ul>
  );
}
