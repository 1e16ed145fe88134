import type { ReactNode } from 'react';
import { Fold } from '@/ui/sheet/Fold';
import type { Seat } from '@/server/access';
import { allowed } from '@/server/access';
import type { TeamGate } from '@/areas/plan/read/gates';
import { ActButton } from '@/ui/forms/ActButton';
import type { Options } from '@/ui/forms/fields';
import { day, shortName, weekday } from '@/core/format';
import { withdrawDecision } from '@/areas/plan/write/gates';
import { DecideForm } from './DecideForm';

const WORD = {
  conditions: 'Open with conditions',
  override: 'Opened by the instructor, whatever is missing',
  held: 'Held by the instructor, whatever is met',
};

/** What the instructor decided about a gate for a team: reason and conditions, or the form to decide. */
export function DecisionPart({
  seat,
  judged,
  members,
  meetings,
  children,
}: {
  seat: Seat;
  judged: TeamGate;
  members: Options;
  /** Days of the meetings to come, for conditions. */
  meetings: readonly string[];
  /** Its conditions. */
  children: ReactNode;
}) {
  const { gate, teamId, decision, state } = judged;
  const projectId = seat.project.id;
  const leads = allowed(seat, 'gate.write');
  if (!decision) {
    if (!leads) return null;
    return (
      <Fold
        className="mt-4 no-print"
        label={
          <>{state === 'open' ? 'Hold it, although everything is met' : 'Open it although something is missing'}</>
        }
      >
        <div className="pt-3">
          <DecideForm
            projectId={projectId}
            gateId={gate.id}
            teamId={teamId}
            open={state === 'open'}
            members={members}
            meetings={meetings.map((date) => [date, weekday(date)] as const)}
          />
        </div>
      </Fold>
    );
  }
  return (
    <section
      className="callout mt-4"
      style={{ '--tone': decision.kind === 'held' ? 'var(--brick)' : 'var(--ochre)' } as React.CSSProperties}
    >
      <h2 className="mb-1">{WORD[decision.kind]}</h2>
      <p>
        {decision.reason && <>{decision.reason} </>}
        <span className="faint">
          {shortName(decision.by)}, {day(decision.on)}
        </span>
      </p>
      {children}
      {leads && (
        <p className="mt-2">
          <ActButton
            act={withdrawDecision}
            input={{ projectId, id: decision.id, version: decision.version }}
            done="Withdrawn. The gate follows its items again."
            confirm="Withdraw this decision?"
            className="btn-text"
          >
            withdraw this decision
          </ActButton>
        </p>
      )}
    </section>
  );
}
