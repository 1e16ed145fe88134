'use client';

import { fieldsOf } from '@/ui/forms/fields';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { saveRound } from '@/areas/concepts/write/actions';
import { roundSchema } from '@/areas/concepts/records/concepts';

const { Decimal, Text } = fieldsOf(roundSchema);

interface Props extends Editing {
  sectionId: string;
}

/** How many concepts each student hands in, and until when. */
export function RoundForm({ values, ...fixed }: Props) {
  return (
    <RecordForm
      key={fixed.id}
      id={`round-${fixed.sectionId}`}
      schema={roundSchema}
      values={values}
      fixed={{ ...fixed }}
      submit={saveRound}
      label="Save"
      names={{ wanted: 'Concepts each', dueOn: 'Until the meeting on', minutes: 'Minutes of a pitch' }}
      compact
    >
      <Decimal name="wanted" label="Concepts each" className="w-28" />
      <Text name="dueOn" label="Until the meeting on" type="date" className="w-44" />
      <Decimal name="minutes" label="Minutes of a pitch" className="w-36" />
    </RecordForm>
  );
}
