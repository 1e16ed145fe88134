'use client';

import { fieldsOf, type Options } from '@/ui/forms/fields';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { saveFeature } from '@/areas/builds/write/actions';
import { featureSchema } from '@/areas/builds/records/builds';

const { Choice, Text } = fieldsOf(featureSchema);

/** A feature: its name, and the requirement or the chosen concept it answers. */
export function FeatureForm({
  projectId,
  id,
  version,
  values,
  requirements,
  concepts,
}: Editing & { requirements: Options; concepts: Options }) {
  return (
    <RecordForm
      id={`feature-${id}`}
      schema={featureSchema}
      values={values}
      fixed={{ projectId, id: id!, version }}
      submit={saveFeature}
      label="Save feature"
      names={{ name: 'Feature', requirementId: 'Answers', conceptId: 'Concept' }}
      options={{
        requirementId: [['', 'no requirement'], ...requirements],
        conceptId: [['', 'no concept'], ...concepts],
      }}
    >
      <Text name="name" label="Feature" hint="It is renamed in every iteration that has it." />
      <Choice name="requirementId" label="Requirement it answers" options={[['', 'no requirement'], ...requirements]} />
      {concepts.length > 0 && (
        <Choice name="conceptId" label="Concept it comes from" options={[['', 'no concept'], ...concepts]} />
      )}
    </RecordForm>
  );
}
