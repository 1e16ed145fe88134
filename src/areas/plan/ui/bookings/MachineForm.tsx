'use client';

import { SUPERVISION, SUPERVISION_WORDS } from '@/core/safety';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveMachine } from '@/areas/plan/write/bookings/actions';
import { machineSchema } from '@/areas/plan/records/bookings';

const { Check, Choice, Decimal, Rows, Text } = fieldsOf(machineSchema);

/** A machine or rig: how many at once, how long a use takes, when it is open, when it is closed. */
export function MachineForm({ projectId, id, version, values }: Editing) {
  const levels: Options = SUPERVISION.map((one) => [one, SUPERVISION_WORDS[one]] as const);
  return (
    <RecordForm
      id={`machine-${id ?? `new-${projectId}`}`}
      schema={machineSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveMachine}
      label="Save machine"
      names={{ name: 'Machine', room: 'Room', capacity: 'At once', useMinutes: 'A use takes', closures: 'Closed' }}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Machine or rig" className="min-w-60" />
        <Text name="room" label="Room" className="w-36" />
        <Choice name="supervision" label="Supervision" options={levels} className="w-52" />
      </div>
      <div className="flex flex-wrap gap-3">
        <Decimal name="capacity" label="Teams at once" className="w-32" />
        <Decimal name="useMinutes" label="A use takes" unit="min" className="w-32" />
        <Decimal name="resetMinutes" label="Reset after it" unit="min" className="w-32" />
        <Decimal name="opensAfter" label="Opens after" unit="min" className="w-32" hint="from the meeting’s start" />
        <Decimal name="closesBefore" label="Closes before" unit="min" className="w-32" hint="the meeting’s end" />
      </div>
      <Check name="cuts" label="It works material: a booking says whether for trying or final" />
      <Rows
        name="closures"
        label="Closed"
        add="Add days on which it is closed"
        empty={{ from: '', to: '', reason: '' }}
      >
        {(path) => (
          <>
            <Text name={`${path}.from`} label="From" type="date" />
            <Text name={`${path}.to`} label="To" type="date" />
            <Text name={`${path}.reason`} label="Reason" />
          </>
        )}
      </Rows>
    </RecordForm>
  );
}
