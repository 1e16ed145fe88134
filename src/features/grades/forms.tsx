'use client';

import { useState } from 'react';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { useEntry } from '@/ui/outbox/Entering';
import { saveRubric } from './actions';
import { rubricSchema, scoreSchema } from './schema';

const rubricFields = fieldsOf(rubricSchema);
const scoreFields = fieldsOf(scoreSchema);

export function RubricForm({ values, ...fixed }: Editing) {
  return (
    <RecordForm
      id={`rubric-${fixed.id ?? `new-${fixed.projectId}`}`}
      schema={rubricSchema}
      values={values}
      fixed={fixed}
      submit={saveRubric}
      label="Save rubric"
      names={{ name: 'Name', position: 'Order' }}
    >
      <div className="flex gap-3">
        <rubricFields.Text name="name" label="Rubric" />
        <rubricFields.Decimal name="position" label="Order" className="w-20" />
      </div>
      <rubricFields.Rows
        name="criteria"
        label="Criteria"
        add="Add a criterion"
        empty={{ name: '', anchors: '', max: '' }}
      >
        {(path) => (
          <>
            <rubricFields.Text name={`${path}.name`} label="Criterion" />
            <rubricFields.Area
              name={`${path}.anchors`}
              label="What few, middling and full points look like"
              rows={2}
              className="grow min-w-60"
            />
            <rubricFields.Decimal name={`${path}.max`} label="Most points" className="w-28" />
          </>
        )}
      </rubricFields.Rows>
    </RecordForm>
  );
}

interface JudgeProps {
  projectId: string;
  teamId: string;
  teamName: string;
  criteria: { id: string; name: string; anchors: string; max: number }[];
  given: { id: string; criterionId: string; points: number; version: number }[];
}

/** A judge's points for one team; made for a phone. */
export function JudgeForm({ projectId, teamId, teamName, criteria, given }: JudgeProps) {
  const enter = useEntry();
  const [fresh] = useState(() => criteria.map(newId));
  const scores = criteria.map((criterion, i) => {
    const known = given.find((one) => one.criterionId === criterion.id);
    return {
      id: known?.id ?? fresh[i]!,
      criterionId: criterion.id,
      points: known ? String(known.points) : '',
      version: known?.version ?? null,
    };
  });
  return (
    <RecordForm
      key={given.map((one) => one.version).join()}
      id={`scores-${teamId}`}
      schema={scoreSchema}
      values={{ teamId, scores }}
      fixed={{ projectId }}
      submit={(input) => {
        const points = (input.scores as { points: string }[]).map((one) => one.points || '–').join(', ');
        const path = '/api/v1/scores';
        return enter({
          path,
          title: `Points for ${teamName}: ${points}`,
          body: input,
          objectId: teamId,
          href: `/judge/${teamId}`,
        });
      }}
      label="Save points"
      saved="The points are saved."
      then="/judge"
    >
      {criteria.map((criterion, i) => (
        <scoreFields.Decimal
          key={criterion.id}
          name={`scores.${i}.points`}
          label={`${criterion.name}, 0 to ${criterion.max}`}
          hint={criterion.anchors}
          className="text-lg"
        />
      ))}
    </RecordForm>
  );
}
