'use client';

import { fieldsOf, type Options } from '@/ui/forms/fields';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { saveFeature } from './actions';
import { featureSchema } from './schema';

const { Choice, Text } = fieldsOf(featureSchema);

/** A feature: its name, and the requirement it answers. */
export function FeatureForm({ projectId, id, version, values, requirements }: Editing & { requirements: Options }) {
  return (
    <RecordForm
      id={`feature-${id}`}
      schema={featureSchema}
      values={values}
      fixed={{ projectId, id: id!, version }}
      submit={saveFeature}
      label="Save feature"
      names={{ name: 'Feature', requirementId: 'Answers' }}
      options={{ requirementId: [['', 'no requirement'], ...requirements] }}
    >
      <Text name="name" label="Feature" hint="It is renamed in every iteration that has it." />
      <Choice name="requirementId" label="Requirement it answers" options={[['', 'no requirement'], ...requirements]} />
    </RecordForm>
  );
}
