'use client';

import { DIMENSION_NAMES, type Dimension } from '@/core/dimensions';
import { ActButton } from '@/ui/forms/ActButton';
import { fieldsOf } from '@/ui/forms/fields';
import { RecordForm } from '@/ui/forms/RecordForm';
import { addSize, removeProperty, saveProperty } from '@/areas/builds/write/properties';
import { propertySchema } from '@/areas/builds/records/properties';

const { Choice, Text } = fieldsOf(propertySchema);

const KIND_WORD: Partial<Record<Dimension, string>> = { 'yes-no': 'yes or no' };

/** What is measured on iterations: the requirements' parameters and whatever the course adds. */
export function PropertyPanel({
  projectId,
  properties,
}: {
  projectId: string;
  properties: readonly { id: string; name: string; dimension: Dimension; axis: string | null; used: boolean }[];
}) {
  const sized = properties.filter(({ axis }) => axis !== null).length === 3;
  return (
    <>
      <ul className="mb-3">
        {properties.map(({ id, name, dimension, axis, used }) => (
          <li key={id} className="flex flex-wrap items-baseline gap-x-3 border-b border-hair py-1">
            <span className="grow">
              {name}{' '}
              <span className="faint">
                ({KIND_WORD[dimension] ?? dimension}
                {axis && ', a side of the size'})
              </span>
            </span>
            {!used && (
              <ActButton
                act={removeProperty}
                input={{ projectId, id }}
                done={`${name} is not measured any more.`}
                className="btn-text"
              >
                Remove
              </ActButton>
            )}
          </li>
        ))}
      </ul>
      {!sized && (
        <p className="mb-4">
          <ActButton act={addSize} input={{ projectId }} done="Length, width and height are measured now.">
            Add size in three axes
          </ActButton>
        </p>
      )}
      <RecordForm
        key={properties.length}
        id={`property-new-${projectId}`}
        schema={propertySchema}
        values={{ name: '', dimension: 'length' }}
        fixed={{ projectId, id: null, version: null }}
        submit={saveProperty}
        label="Save property"
        names={{ name: 'Property', dimension: 'Kind' }}
      >
        <div className="flex flex-wrap gap-3">
          <Text name="name" label="New property" hint="such as number of joints, or span" />
          <Choice
            name="dimension"
            label="Kind"
            options={DIMENSION_NAMES.map((one) => [one, KIND_WORD[one] ?? one] as const)}
          />
        </div>
      </RecordForm>
    </>
  );
}
