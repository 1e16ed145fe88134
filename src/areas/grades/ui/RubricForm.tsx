'use client';

import { useWatch } from 'react-hook-form';
import { SCHOOLS, SCORERS } from '@/core/rubric/kinds';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveRubric } from '@/areas/grades/write/actions';
import { rubricSchema } from '@/areas/grades/records/grades';
import { EMPTY_CRITERION, EMPTY_LEVEL } from '@/areas/grades/shared/empty';
import { SCHOOL_WORD, SCORER_WORD } from '@/areas/grades/shared/words';

const { Area, Check, Choice, Decimal, Rows, Text } = fieldsOf(rubricSchema);

/** A rubric: criteria with levels, who scores each, and what becomes of several judges. */
export function RubricForm({ values, measures, ...fixed }: Editing & { measures: Options }) {
  return (
    <RecordForm
      id={`rubric-${fixed.id ?? `new-${fixed.projectId}`}`}
      schema={rubricSchema}
      values={values}
      fixed={fixed}
      submit={saveRubric}
      label="Save rubric"
      names={{ name: 'Name', about: 'What it is about', position: 'Order', criteria: 'Criteria', school: 'Judges' }}
    >
      <div className="flex gap-3">
        <Text name="name" label="Rubric" className="grow" />
        <Decimal name="position" label="Order" className="w-20" />
      </div>
      <Area name="about" label="What it is about" rows={2} hint="Students read it with the criteria." />
      <Choice
        name="school"
        label="Several judges count as"
        options={SCHOOLS.map((one) => [one, SCHOOL_WORD[one]] as const)}
        hint="The plain mean rewards whoever meets mild judges; evened out needs teams that judges have in common."
      />
      <Check name="halfLevels" label="Half levels may be given" />
      <Rows name="criteria" label="Criteria" add="Add a criterion" empty={EMPTY_CRITERION} inOrder>
        {(path) => <CriterionFields path={path as 'criteria.0'} measures={measures} />}
      </Rows>
    </RecordForm>
  );
}

function CriterionFields({ path, measures }: { path: 'criteria.0'; measures: Options }) {
  const scorer = useWatch({ name: `${path}.scorer` }) as string;
  const counted = scorer === 'program';
  return (
    <div className="grow basis-full border-l-4 border-rule pl-3 flex flex-col gap-2">
      <div className="flex flex-wrap gap-2">
        <Text name={`${path}.name`} label="Criterion" className="grow min-w-52" />
        <Decimal name={`${path}.weight`} label="Weight" className="w-24" hint="empty: its points" />
        <Choice
          name={`${path}.scorer`}
          label="Scored by"
          options={SCORERS.map((one) => [one, SCORER_WORD[one]] as const)}
          className="w-44"
        />
      </div>
      {counted && (
        <Choice
          name={`${path}.measure`}
          label="It counts"
          options={[['', 'choose …'], ...measures]}
          className="max-w-md"
        />
      )}
      <Text name={`${path}.evidence`} label="Evidence asked for" />
      <Rows name={`${path}.levels`} label="Levels, lowest first" add="Add a level" empty={EMPTY_LEVEL}>
        {(level) => (
          <>
            <Decimal name={`${level as 'criteria.0.levels.0'}.points`} label="Points" className="w-20" />
            <Text name={`${level as 'criteria.0.levels.0'}.name`} label="Level" className="w-28" />
            {counted && <Decimal name={`${level as 'criteria.0.levels.0'}.atLeast`} label="From" className="w-20" />}
            <Text name={`${level as 'criteria.0.levels.0'}.text`} label="What is seen" className="grow min-w-52" />
          </>
        )}
      </Rows>
      {!counted && (
        <div className="flex flex-wrap gap-2">
          <Decimal name={`${path}.max`} label="Most points" className="w-28" hint="without levels" />
          <Area
            name={`${path}.anchors`}
            label="What few, middling and full points look like"
            rows={2}
            className="grow min-w-60"
          />
        </div>
      )}
    </div>
  );
}
