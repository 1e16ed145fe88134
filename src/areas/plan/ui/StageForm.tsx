'use client';

import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveStage } from '@/areas/plan/write/actions';
import { stageSchema } from '@/areas/plan/records/plan';

const { Area, Check, Choice, Complaint, Decimal, Rows, Text, useValue } = fieldsOf(stageSchema);

/** One stage: how long, after what, what is handed in, what it needs. */
export function StageForm({
  projectId,
  id,
  version,
  values,
  others,
}: Editing & {
  /** The other stages, that it may come after. */
  others: Options;
}) {
  return (
    <RecordForm
      id={`stage-${id ?? `new-${projectId}`}`}
      schema={stageSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveStage}
      label="Save stage"
      names={NAMES}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Stage" className="min-w-60" />
        <Decimal name="length" label="Takes" className="w-20" />
        <Choice
          name="lengthIn"
          label="counted in"
          className="w-32"
          options={[
            ['meetings', 'meetings'],
            ['minutes', 'minutes of class'],
          ]}
        />
        <Decimal name="shortest" label="At least" unit="meetings" className="w-32" hint="if it can be shortened" />
        <Decimal name="leadDays" label="Then wait" unit="days" className="w-28" hint="delivery, curing" />
        <Decimal name="delay" label="Start later by" unit="meetings" className="w-36" />
      </div>
      <Rows
        name="after"
        label="Comes after"
        add="Add a stage before it"
        empty={{ id: others[0]?.[0] ?? '', byCustom: false }}
      >
        {(path) => (
          <>
            <Choice name={`${path}.id`} label="Stage" options={others} className="min-w-52" />
            <Check name={`${path}.byCustom`} label="by custom only: both could go on at once" />
          </>
        )}
      </Rows>
      <Complaint name="after" />
      <Check name="optional" label="Optional: can be left out when time is short" />
      <Check name="leftOut" label="Left out" />
      <Text name="handsIn" label="What each team hands in" />
      <div className="flex flex-wrap gap-3">
        <Choice
          name="evidence"
          label="Ticked by itself"
          options={[
            ['', 'no: the team hands it in'],
            ['runs', 'once so many runs are recorded'],
            ['concepts', 'once every member has a concept with a sketch'],
          ]}
        />
        <RunsAsked />
      </div>
      <div className="flex flex-wrap gap-3">
        <Text name="people" label="Who is needed" hint="like workshop aide" />
        <Text name="room" label="Room" className="w-32" />
        <Text name="needs" label="Tools and materials" className="min-w-60" />
      </div>
      <Area
        name="cautions"
        label="Cautions for this work"
        hint="Shown on the lesson sheet and to a substitute. Local codes, school rules and whoever supervises come first."
      />
    </RecordForm>
  );
}

/** How many runs a stage asks for. */
function RunsAsked() {
  return useValue('evidence') === 'runs' ? <Decimal name="evidenceCount" label="Runs" className="w-20" /> : null;
}

const NAMES = {
  name: 'Stage',
  length: 'Takes',
  lengthIn: 'counted in',
  shortest: 'At least',
  leadDays: 'Then wait, days',
  delay: 'Start later by',
  optional: 'Optional',
  leftOut: 'Left out',
  after: 'Comes after',
  handsIn: 'What is handed in',
  people: 'Who is needed',
  room: 'Room',
  needs: 'Tools and materials',
  cautions: 'Cautions',
};
