'use client';

import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { addSchoolDay, saveNoClass, saveSection } from '@/areas/plan/write/calendar';
import { noClassSchema, schoolDaySchema, sectionSchema } from '@/areas/plan/records/calendar';

const sectionFields = fieldsOf(sectionSchema);
const noClassFields = fieldsOf(noClassSchema);
const schoolDayFields = fieldsOf(schoolDaySchema);

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map((day) => [day, day] as const);
const NAMES = {
  name: 'Section',
  room: 'Room',
  firstDay: 'First day',
  lastDay: 'Last day',
  slots: 'Meeting times',
  extra: 'Extra meetings',
  lost: 'Cancelled meetings',
  teamsReleased: 'Teams released',
};

export function SectionForm({
  projectId,
  id,
  version,
  values,
  then,
}: Editing & {
  then?: string;
}) {
  return (
    <RecordForm
      id={`section-${id ?? `new-${projectId}`}`}
      schema={sectionSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveSection}
      label="Save section"
      names={NAMES}
      {...(then ? { then } : {})}
    >
      <div className="flex flex-wrap gap-3">
        <sectionFields.Text name="name" label="Section" className="w-28" hint="like 2" />
        <sectionFields.Text name="room" label="Room" className="w-28" />
        <sectionFields.Text name="firstDay" label="First day" type="date" />
        <sectionFields.Text name="lastDay" label="Last day" type="date" />
      </div>
      <sectionFields.Choice
        name="kind"
        label="It meets"
        options={[
          ['weekly', 'at the same times every week'],
          ['rotation', 'by rotating day letters'],
        ]}
      />
      <PatternFields />
      <sectionFields.Rows
        name="extra"
        label="Extra meetings"
        add="Add an extra meeting"
        empty={{ day: '', start: '', minutes: '50', inReserve: false }}
      >
        {(path) => (
          <>
            <sectionFields.Text name={`${path}.day`} label="Day" type="date" />
            <sectionFields.Text name={`${path}.start`} label="Start" type="time" />
            <sectionFields.Decimal name={`${path}.minutes`} label="Minutes" className="w-24" />
            <sectionFields.Check name={`${path}.inReserve`} label="in reserve: held only if the plan needs it" />
          </>
        )}
      </sectionFields.Rows>
      <sectionFields.Rows
        name="lost"
        label="Cancelled meetings of this section (trip, drill)"
        add="Add a cancelled meeting"
        empty={{ day: '', start: '', reason: '' }}
      >
        {(path) => (
          <>
            <sectionFields.Text name={`${path}.day`} label="Day" type="date" />
            <sectionFields.Text name={`${path}.start`} label="Start, if only one" type="time" />
            <sectionFields.Text name={`${path}.reason`} label="Reason" />
          </>
        )}
      </sectionFields.Rows>
      <sectionFields.Check name="teamsReleased" label="Students see who is in which team" />
    </RecordForm>
  );
}

function PatternFields() {
  const kind = sectionFields.useValue('kind') as string;
  if (kind === 'rotation') {
    return (
      <div className="flex flex-wrap gap-3">
        <sectionFields.Text name="cycle" label="Letters in turn" className="w-40" hint="like A B C D" />
        <sectionFields.Text name="meetsOn" label="Meets on" className="w-32" hint="like A C" />
        <sectionFields.Text name="cycleFirstDay" label="Day of the first letter" type="date" />
        <sectionFields.Text name="cycleStart" label="Start" type="time" className="w-28" />
        <sectionFields.Decimal name="cycleMinutes" label="Minutes" className="w-24" />
      </div>
    );
  }
  return (
    <sectionFields.Rows
      name="slots"
      label="Meeting times in the week"
      add="Add a meeting time"
      empty={{ day: 'Mon', start: '', minutes: '50' }}
    >
      {(path) => (
        <>
          <sectionFields.Choice name={`${path}.day`} label="Day" options={DAYS} className="w-24" />
          <sectionFields.Text name={`${path}.start`} label="Start" type="time" className="w-32" />
          <sectionFields.Decimal name={`${path}.minutes`} label="Minutes" className="w-24" />
        </>
      )}
    </sectionFields.Rows>
  );
}

export function NoClassForm({
  projectId,
  version,
  days,
  usesSchoolDays,
}: {
  projectId: string;
  version: number;
  days: Record<string, unknown>[];
  usesSchoolDays: boolean;
}) {
  return (
    <RecordForm
      id={`no-class-${projectId}`}
      schema={noClassSchema}
      values={{ days, usesSchoolDays }}
      fixed={{ projectId, version }}
      names={{ days: 'Days without class', usesSchoolDays: 'Days of the school' }}
      submit={saveNoClass}
      label="Save days without class"
    >
      <noClassFields.Rows
        name="days"
        label="Days without class, for all sections"
        add="Add days"
        empty={{ firstDay: '', lastDay: '', reason: '' }}
      >
        {(path) => (
          <>
            <noClassFields.Text name={`${path}.firstDay`} label="From" type="date" />
            <noClassFields.Text name={`${path}.lastDay`} label="To" type="date" />
            <noClassFields.Text name={`${path}.reason`} label="Reason" />
          </>
        )}
      </noClassFields.Rows>
      <noClassFields.Check name="usesSchoolDays" label="The school’s list of days without class counts here, too" />
    </RecordForm>
  );
}

/** Another entry in the list that all projects of the school share. */
export function SchoolDayForm() {
  return (
    <RecordForm
      id="school-day"
      schema={schoolDaySchema}
      values={{ firstDay: '', lastDay: '', reason: '' }}
      submit={addSchoolDay}
      label="Add to the school’s list"
      saved="Added. It counts in every project that uses the list."
      compact
    >
      <schoolDayFields.Text name="firstDay" label="From" type="date" />
      <schoolDayFields.Text name="lastDay" label="To" type="date" />
      <schoolDayFields.Text name="reason" label="Reason" />
    </RecordForm>
  );
}
