'use client';

import { ConditionRows, firstCondition } from '@/ui/forms/ConditionRows';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { decideGate } from '@/areas/plan/write/gates';
import { decideGateSchema } from '@/areas/plan/records/gates';

const { Area, Choice, useValue } = fieldsOf(decideGateSchema);

/** Opens a gate with conditions or with a reason, or holds one that is open. */
export function DecideForm({
  open,
  members,
  meetings,
  ...fixed
}: {
  projectId: string;
  gateId: string;
  teamId: string;
  /** Whether all is met. */
  open: boolean;
  members: Options;
  meetings: Options;
}) {
  return (
    <RecordForm
      id={`decide-${fixed.gateId}-${fixed.teamId}`}
      schema={decideGateSchema}
      values={{
        kind: open ? 'held' : 'conditions',
        reason: '',
        conditions: open ? [] : [firstCondition(members, meetings)],
      }}
      fixed={fixed}
      submit={decideGate}
      label="Decide"
      saved="Decided. The reason stays with the gate."
      names={{ kind: 'Decision', reason: 'Reason' }}
    >
      <Choice
        name="kind"
        label="Decision"
        className="w-80"
        options={[
          ...(open
            ? []
            : ([
                ['conditions', 'open it with conditions'],
                ['override', 'open it without conditions'],
              ] as const)),
          ['held', 'hold it'],
        ]}
      />
      <Conditions members={members} meetings={meetings} />
      <Area name="reason" label="Reason" rows={2} hint="It stays visible with the gate, also to the team." />
    </RecordForm>
  );
}

function Conditions({ members, meetings }: { members: Options; meetings: Options }) {
  return useValue('kind') === 'conditions' ? <ConditionRows members={members} meetings={meetings} /> : null;
}
