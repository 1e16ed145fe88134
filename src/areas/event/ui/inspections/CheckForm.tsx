'use client';

import { useWatch } from 'react-hook-form';
import { KINDS } from '@/core/inspection/standing';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveInspectionCheck } from '@/areas/event/write/inspections/actions';
import { checkSchema } from '@/areas/event/records/inspections';
import { KIND_NAME } from './words';

const { Area, Choice, Decimal, Text } = fieldsOf(checkSchema);

/** A point of the entry inspection: what is looked at, the limit, and what it is measured with. */
export function CheckForm({
  projectId,
  id,
  version,
  values,
  requirements,
  instruments,
}: Editing & { requirements: Options; instruments: Options }) {
  return (
    <RecordForm
      id={`check-${id ?? `new-${projectId}`}`}
      schema={checkSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveInspectionCheck}
      label="Save point"
      saved="The point is saved."
      names={{ name: 'Name', value: 'Limit' }}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Point" className="min-w-52" />
        <Choice
          name="kind"
          label="What it is about"
          options={KINDS.map((kind) => [kind, KIND_NAME[kind]] as const)}
          hint="A repair says what it touched."
          className="w-44"
        />
        <Decimal name="position" label="Order" className="w-20" />
      </div>
      <Choice
        name="requirementId"
        label="Limit of the requirement"
        options={[['', 'a limit of its own'], ...requirements]}
        className="max-w-md"
      />
      <Own />
      <Choice
        name="instrumentId"
        label="Measured with"
        options={[['', 'no instrument'], ...instruments]}
        className="max-w-xs"
        hint="Its accuracy says how close to the limit a reading can be trusted."
      />
      <Area name="about" label="How to look" rows={2} />
    </RecordForm>
  );
}

/** A limit that no requirement gives. */
function Own() {
  const [requirement, limit] = useWatch({ name: ['requirementId', 'limit'] }) as [string, string];
  if (requirement) return null;
  return (
    <div className="flex flex-wrap gap-3">
      <Choice
        name="limit"
        label="Limit"
        options={[
          ['max', 'at most'],
          ['min', 'at least'],
          ['range', 'between'],
          ['yes', 'yes or no'],
        ]}
        className="w-32"
      />
      {limit !== 'yes' && (
        <>
          <Decimal name="value" label={limit === 'range' ? 'Lower limit' : 'Value'} className="w-28" />
          {limit === 'range' && <Decimal name="high" label="Upper limit" className="w-28" />}
          <Text name="unit" label="Unit" className="w-20" />
        </>
      )}
    </div>
  );
}
