'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveTeamPart } from '@/areas/reviews/write/actions';
import { teamPartSchema } from '@/areas/reviews/records/reviews';

const { Area, Rows, Text } = fieldsOf(teamPartSchema);

/** What a team adds to its packet: answers to what the review asks, and a few remarks of its own. */
export function TeamPartForm({
  projectId,
  slotId,
  version,
  values,
  most,
}: {
  projectId: string;
  slotId: string;
  version: number;
  values: { answers: { question: string; text: string }[]; remarks: { text: string }[] };
  /** Remarks. */
  most: number;
}) {
  return (
    <RecordForm
      id={`packet-${slotId}`}
      schema={teamPartSchema}
      values={values}
      fixed={{ projectId, slotId, version }}
      submit={saveTeamPart}
      label="Save answers"
      names={{ answers: 'Answers', remarks: 'Remarks' }}
    >
      {values.answers.map(({ question }, i) => (
        <Area key={question} name={`answers.${i}.text`} label={question} rows={2} />
      ))}
      {most > 0 && (
        <Rows name="remarks" label={`Remarks of your own, at most ${most}`} add="Add a remark" empty={{ text: '' }}>
          {(path) => <Text name={`${path}.text`} label="Remark" className="min-w-60 grow" />}
        </Rows>
      )}
      <p className="text-sm faint">They are frozen with the packet. Change them and freeze again, to show others.</p>
    </RecordForm>
  );
}
