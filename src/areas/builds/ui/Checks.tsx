import type { Iteration } from '@/areas/builds/read/iterations';
import { ActButton } from '@/ui/forms/ActButton';
import { day, shortName } from '@/core/format';
import { checkIteration, withdrawCheck } from '@/areas/builds/write/actions';

/** Who has checked an iteration; whoever did not make it can. */
export function Checks({
  projectId,
  iteration,
  me,
  checks,
}: {
  projectId: string;
  iteration: Iteration;
  me: string;
  /** Whether the person may check it, who made it aside. */
  checks: boolean;
}) {
  const { id, maker, makerId, checks: done } = iteration;
  const input = { projectId, id };
  const own = done.some((check) => check.byId === me);
  return (
    <section className="mt-5" id="checks">
      <h2 className="mb-1">Checked by</h2>
      <ul className="mb-1.5">
        {done.map((check) => (
          <li key={check.id}>
            <b>{shortName(check.by)}</b> on {day(check.on)}
            {check.note && <span className="faint">: {check.note}</span>}
          </li>
        ))}
        {done.length === 0 && <li className="faint">nobody yet</li>}
      </ul>
      <p className="text-sm faint mb-1.5">
        {maker ? `Made by ${shortName(maker)}, so it is checked by somebody else.` : 'Who made it is not noted.'}
      </p>
      {checks && makerId !== me && !own && (
        <ActButton act={checkIteration} input={input} done="Noted that you have checked it.">
          I have checked it against the drawing
        </ActButton>
      )}
      {own && (
        <ActButton act={withdrawCheck} input={input} done="Withdrawn." className="btn-text">
          withdraw my check
        </ActButton>
      )}
    </section>
  );
}
