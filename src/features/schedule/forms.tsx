'use client';

import { useWatch } from 'react-hook-form';
import { RecordForm } from '@/ui/forms/RecordForm';
import { Check, Choice, Decimal, Rows, Text } from '@/ui/forms/fields';
import { saveNoClass, saveSection } from './actions';
import { noClassSchema, sectionSchema } from './schema';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'].map((day) => [day, day] as const);
const NAMES = {
  name: 'Section',
  room: 'Room',
  firstDay: 'First day',
  lastDay: 'Last day',
  slots: 'Meeting times',
  teamsReleased: 'Teams released',
};

export function SectionForm({
  projectId,
  id,
  version,
  values,
  then,
}: {
  projectId: string;
  id: string | null;
  version: number | null;
  values: Record<string, unknown>;
  then?: string;
}) {
  return (
    <RecordForm
      id={`section-${id ?? `new-${projectId}`}`}
      schema={sectionSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveSection}
      label="Save the section"
      names={NAMES}
      {...(then ? { then } : {})}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Section" className="w-28" hint="like 2" />
        <Text name="room" label="Room" className="w-28" />
        <Text name="firstDay" label="First day" type="date" />
        <Text name="lastDay" label="Last day" type="date" />
      </div>
      <Choice
        name="kind"
        label="It meets"
        options={[
          ['weekly', 'at the same times every week'],
          ['rotation', 'by rotating day letters'],
        ]}
      />
      <PatternFields />
      <Rows
        name="extra"
        label="Extra meetings"
        add="Add an extra meeting"
        empty={{ day: '', start: '', minutes: '50' }}
      >
        {(path) => (
          <>
            <Text name={`${path}.day`} label="Day" type="date" />
            <Text name={`${path}.start`} label="Start" type="time" />
            <Decimal name={`${path}.minutes`} label="Minutes" className="w-24" />
          </>
        )}
      </Rows>
      <Check name="teamsReleased" label="Students see who is in which team" />
    </RecordForm>
  );
}

function PatternFields() {
  const kind = useWatch({ name: 'kind' }) as string;
  if (kind === 'rotation') {
    return (
      <div className="flex flex-wrap gap-3">
        <Text name="cycle" label="Letters in turn" className="w-40" hint="like A B C D" />
        <Text name="meetsOn" label="Meets on" className="w-32" hint="like A C" />
        <Text name="cycleFirstDay" label="Day of the first letter" type="date" />
        <Text name="cycleStart" label="Start" type="time" className="w-28" />
        <Decimal name="cycleMinutes" label="Minutes" className="w-24" />
      </div>
    );
  }
  return (
    <Rows
      name="slots"
      label="Meeting times in the week"
      add="Add a meeting time"
      empty={{ day: 'Mon', start: '', minutes: '50' }}
    >
      {(path) => (
        <>
          <Choice name={`${path}.day`} label="Day" options={DAYS} className="w-24" />
          <Text name={`${path}.start`} label="Start" type="time" className="w-32" />
          <Decimal name={`${path}.minutes`} label="Minutes" className="w-24" />
        </>
      )}
    </Rows>
  );
}

export function NoClassForm({
  projectId,
  version,
  days,
}: {
  projectId: string;
  version: number;
  days: Record<string, unknown>[];
}) {
  return (
    <RecordForm
      id={`no-class-${projectId}`}
      schema={noClassSchema}
      values={{ days }}
      fixed={{ projectId, version }}
      names={{ days: 'Days without class' }}
      submit={saveNoClass}
      label="Save the days without class"
    >
      <Rows
        name="days"
        label="Days without class, for all sections"
        add="Add days"
        empty={{ firstDay: '', lastDay: '', reason: '' }}
      >
        {(path) => (
          <>
            <Text name={`${path}.firstDay`} label="From" type="date" />
            <Text name={`${path}.lastDay`} label="To" type="date" />
            <Text name={`${path}.reason`} label="Reason" />
          </>
        )}
      </Rows>
    </RecordForm>
  );
}
