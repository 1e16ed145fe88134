'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { decideGate } from './actions';
import { decideGateSchema } from './schema';

const { Area, Choice, Rows, Text, useValue } = fieldsOf(decideGateSchema);

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
  const first = { what: '', ownerId: members[0]?.[0] ?? '', dueOn: meetings[1]?.[0] ?? meetings[0]?.[0] ?? '' };
  return (
    <RecordForm
      id={`decide-${fixed.gateId}-${fixed.teamId}`}
      schema={decideGateSchema}
      values={{ kind: open ? 'held' : 'conditions', reason: '', conditions: open ? [] : [first] }}
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
      <Conditions members={members} meetings={meetings} empty={first} />
      <Area name="reason" label="Reason" rows={2} hint="It stays visible with the gate, also to the team." />
    </RecordForm>
  );
}

function Conditions({ members, meetings, empty }: { members: Options; meetings: Options; empty: object }) {
  const kind = useValue('kind') as string;
  if (kind !== 'conditions') return null;
  return (
    <Rows name="conditions" label="Conditions" add="Add a condition" empty={empty}>
      {(path) => (
        <>
          <Text name={`${path}.what`} label="What is to be done" className="min-w-60 grow" />
          <Choice name={`${path}.ownerId`} label="By whom" options={members} className="w-40" />
          <Choice name={`${path}.dueOn`} label="By the meeting on" options={meetings} className="w-40" />
        </>
      )}
    </Rows>
  );
}
