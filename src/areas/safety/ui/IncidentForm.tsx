'use client';

import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveIncident } from '@/areas/safety/write/actions';
import { incidentSchema } from '@/areas/safety/records/safety';

const { Area, Choice, Text } = fieldsOf(incidentSchema);

/** An incident or a near miss. */
export function IncidentForm({ projectId, id, version, values }: Editing) {
  return (
    <RecordForm
      id={`incident-${id ?? `new-${projectId}`}`}
      schema={incidentSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveIncident}
      label="Save incident"
      names={{ kind: 'Kind', happenedOn: 'Day', place: 'Where', what: 'What happened', done: 'What was done' }}
    >
      <div className="flex flex-wrap gap-3">
        <Choice
          name="kind"
          label="Kind"
          className="w-36"
          options={[
            ['near miss', 'near miss'],
            ['incident', 'incident'],
          ]}
        />
        <Text name="happenedOn" label="Day" type="date" />
        <Text name="place" label="Where, at what work" className="min-w-60" />
      </div>
      <Area name="what" label="What happened" hint="Without the names of students, as far as the school’s rules let." />
      <Area name="done" label="What was done, and what changes" />
    </RecordForm>
  );
}
