'use client';

import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveComponent } from '@/areas/standings/write/actions';
import { COUNTS_AS } from './countsAs';
import { componentSchema } from '@/areas/standings/records/standings';

const { Choice, Decimal, Text } = fieldsOf(componentSchema);

export function ComponentForm({
  values,
  sources,
  ...fixed
}: Editing & {
  sources: Options;
}) {
  return (
    <RecordForm
      id={`component-${fixed.id ?? `new-${fixed.projectId}`}`}
      schema={componentSchema}
      values={values}
      fixed={fixed}
      submit={saveComponent}
      label="Save component"
      compact
      names={{ name: 'Name', weight: 'Weight' }}
    >
      <Text name="name" label="Component" className="w-36" />
      <Choice name="source" label="From" options={[['', 'choose …'], ...sources]} />
      <Choice name="countsAs" label="Counts as" options={Object.entries(COUNTS_AS)} />
      <Decimal name="weight" label="Weight" className="w-20" />
      <Decimal name="max" label="Maximum" className="w-24" />
      <Decimal name="position" label="Order" className="w-16" />
    </RecordForm>
  );
}
