'use client';

import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveAnchor } from '@/areas/grades/write/actions';
import { anchorSchema } from '@/areas/grades/records/grades';

const { Area, Decimal, Rows, Text } = fieldsOf(anchorSchema);

/** A worked example with the points that were agreed on, so that judges and students know what is meant. */
export function AnchorForm({
  rubricId,
  criteria,
  values,
  ...fixed
}: Editing & { rubricId: string; criteria: readonly string[] }) {
  return (
    <RecordForm
      id={`anchor-${fixed.id ?? `new-${rubricId}`}`}
      schema={anchorSchema}
      values={values}
      fixed={{ ...fixed, rubricId }}
      submit={saveAnchor}
      label="Save worked example"
      names={{ title: 'Title', shows: 'What it shows', agreed: 'Agreed points' }}
    >
      <Text name="title" label="Title" />
      <Area name="shows" label="What it shows" rows={4} hint="Made up, or from an earlier class without names." />
      <datalist id={`criteria-${rubricId}`}>
        {criteria.map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
      <Rows name="agreed" label="Agreed points" add="Add a criterion" empty={{ criterion: '', points: '', why: '' }}>
        {(path) => (
          <>
            <Text
              name={`${path as 'agreed.0'}.criterion`}
              label="Criterion"
              list={`criteria-${rubricId}`}
              className="min-w-40"
            />
            <Decimal name={`${path as 'agreed.0'}.points`} label="Points" className="w-24" />
            <Text name={`${path as 'agreed.0'}.why`} label="Why" className="grow min-w-52" />
          </>
        )}
      </Rows>
    </RecordForm>
  );
}
