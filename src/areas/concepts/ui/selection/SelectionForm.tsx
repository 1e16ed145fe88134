'use client';

import { fieldsOf } from '@/ui/forms/fields';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { saveSelection } from '@/areas/concepts/write/selection/actions';
import { selectionSchema } from '@/areas/concepts/records/selection';

const { Choice, Decimal, Rows, Several, Text } = fieldsOf(selectionSchema);

interface Props extends Editing {
  sectionId: string;
  concepts: readonly (readonly [id: string, title: string])[];
  back: string;
}

/** What is selected from, by which criteria. */
export function SelectionForm({ projectId, sectionId, id, version, values, concepts, back }: Props) {
  return (
    <RecordForm
      key={`${id} ${version}`}
      id={`selection-${id ?? `new-${sectionId}`}`}
      schema={selectionSchema}
      values={values}
      fixed={{ projectId, sectionId, id, version }}
      submit={saveSelection}
      label="Save selection"
      names={{ name: 'Name', picks: 'Picks of the client', datumId: 'Datum' }}
      then={back}
      cancel={back}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Name" className="grow min-w-52" />
        <Decimal name="picks" label="The client picks up to" className="w-44" />
        <Choice
          name="datumId"
          label="Datum for the comparison"
          options={[['', 'none'], ...concepts]}
          className="w-60"
        />
      </div>
      <Several name="concepts" label="Concepts in it" options={concepts} />
      <Rows
        name="criteria"
        label="Criteria, with their weights (only proportions count)"
        empty={{ id: '', requirementId: '', name: '', weight: '1', anchors: '' }}
        add="Add a criterion"
        inOrder
      >
        {(path) => (
          <>
            <Text name={`${path}.name`} label="Criterion" className="grow min-w-52" />
            <Decimal name={`${path}.weight`} label="Weight" className="w-24" />
            <Text name={`${path}.anchors`} label="What 1, 3 and 5 mean" className="grow min-w-60" />
          </>
        )}
      </Rows>
    </RecordForm>
  );
}
