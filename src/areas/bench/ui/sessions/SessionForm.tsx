'use client';

import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveSession } from '@/areas/bench/write/sessions';
import { sessionSchema } from '@/areas/bench/records/sessions';

const { Choice, Decimal, Rows, Text } = fieldsOf(sessionSchema);

/** A session at a rig: what is run, when, how long each attempt takes, in which order. */
export function SessionForm({
  projectId,
  id,
  version,
  values,
  sections,
  events,
  machines,
  teams,
}: Editing & {
  sections: Options;
  events: Options;
  machines: Options;
  teams: Options;
}) {
  return (
    <RecordForm
      id={`session-${id ?? `new-${projectId}`}`}
      schema={sessionSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveSession}
      label="Plan the session"
      then={(result) => `/projects/${projectId}/bench/sessions/${String(result.id)}`}
      names={{ day: 'Day', start: 'Start', minutes: 'Time', attempts: 'Attempts', teams: 'Teams' }}
    >
      <div className="flex flex-wrap gap-3">
        <Choice name="eventId" label="What is run" options={events} className="min-w-52" />
        <Choice name="sectionId" label="Section" options={sections} className="w-28" />
        <Choice name="machineId" label="Rig" options={[['', 'none of the list'], ...machines]} className="w-44" />
        <Text name="day" label="Day" type="date" />
        <Text name="start" label="Start" className="w-24" mono />
        <Decimal name="minutes" label="Time available" unit="min" className="w-36" />
      </div>
      <div className="flex flex-wrap gap-3">
        <Decimal name="attempts" label="Attempts each" className="w-32" />
        <Decimal name="minutesPerAttempt" label="An attempt takes" unit="min" className="w-36" />
        <Decimal name="resetMinutes" label="Reset" unit="min" className="w-28" />
        <Decimal name="restMinutes" label="Rest of a team" unit="min" className="w-32" hint="between its runs" />
        <Decimal name="stations" label="Stations" className="w-28" />
      </div>
      <Choice
        name="drawn"
        label="Order"
        className="w-72"
        hint="For a draw the list is frozen when the session is planned; the seed is announced afterwards."
        options={[
          ['given', 'as the teams stand here'],
          ['drawn', 'drawn, by a seed announced later'],
        ]}
      />
      <Rows name="teams" label="Teams" add="Add a team" empty={{ id: teams[0]?.[0] ?? '' }} inOrder>
        {(path) => <Choice name={`${path}.id`} label="Team" options={teams} className="w-44" />}
      </Rows>
    </RecordForm>
  );
}
